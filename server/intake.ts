import { createHash } from 'node:crypto';
import { copyFileSync, createWriteStream, existsSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import type { Asset } from '../core/piece/schema';
import { readFacts, type FaceFacts } from '../core/type/faceFacts';
import { largestFile } from './config';
import type { BundleOrder } from './jobs/bundleChild';
import { faceOut, type FaceOrder } from './jobs/faceOrder';
import type { ImportOrder, ImportResult } from './jobs/importChild';
import type { Jobs } from './jobs/jobs';
import { Problem, problemOf } from './problem';
import type { AssetStore, StoredAsset } from './store/assets';
import type { FaceStore } from './store/faces';
import { hashFile, type Files } from './store/files';

/** A face that is not read within this time is damaged, ms. */
const longestFaceMs = 30000;

/** And a bundle that is not unpacked within this time, ms. */
const longestBundleMs = 120000;

/** A file that has arrived: where it lies for now, and the hash of its bytes. */
export interface Received {
  path: string;
  sha256: string;
}

/** Takes files into the store: checked, kept under the hash of their bytes, pictures made ready for rendering. */
export class Intake {
  constructor(
    private readonly files: Files,
    private readonly assets: AssetStore,
    private readonly faces: FaceStore,
    private readonly jobs: Jobs,
  ) {}

  /** Writes an upload to a working file. @throws Problem 413 when it is too large, 400 when it breaks off */
  async receive(body: ReadableStream<Uint8Array> | null): Promise<Received> {
    const path = this.files.working();
    const hash = createHash('sha256');
    let bytes = 0;
    try {
      if (!body) throw new Problem(400, 'No file arrived.');
      await pipeline(
        Readable.fromWeb(body),
        async function* (chunks: AsyncIterable<Buffer>) {
          for await (const chunk of chunks) {
            bytes += chunk.length;
            if (bytes > largestFile)
              throw new Problem(413, `This file is larger than ${largestFile / 1048576} MB, which is the limit.`);
            hash.update(chunk);
            yield chunk;
          }
        },
        createWriteStream(path, { flags: 'wx', flush: true }),
      );
      if (bytes === 0) throw new Problem(400, 'This file is empty.');
      return { path, sha256: hash.digest('hex') };
    } catch (error) {
      rmSync(path, { force: true });
      throw problemOf(error) ?? new Problem(400, 'The file did not arrive whole. Nothing was changed; try again.');
    }
  }

  /** Copies a file of our own (demo data, a bundle's folder) to a working file. */
  async copy(from: string): Promise<Received> {
    const path = this.files.working();
    copyFileSync(from, path);
    return { path, sha256: await hashFile(path) };
  }

  /**
   * Unpacks a bundle into a folder, in a process of its own: a zip may be made to fill the memory or to take for ever.
   * @throws Problem 413, 415, 422
   */
  async unpack(file: string, folder: string): Promise<void> {
    const order: BundleOrder = { file, folder };
    const job = this.jobs.start(
      'import',
      'bundle',
      'bundleChild.js',
      order,
      () => null,
      () => undefined,
    );
    await this.endOf(job, longestBundleMs, 'This bundle cannot be used: unpacking it takes too long.');
  }

  /** Waits for a job, which is cancelled when it takes too long. @throws Problem 422 that says so */
  async endOf({ state, finished }: ReturnType<Jobs['start']>, ms: number, tooLong: string): Promise<void> {
    const timer = setTimeout(() => this.jobs.cancel(state.id), ms);
    try {
      await finished;
    } catch (error) {
      if (state.state === 'cancelled') throw new Problem(422, tooLong);
      throw error;
    } finally {
      clearTimeout(timer);
    }
  }

  /** Writes bytes to a working file. */
  write(bytes: Uint8Array): Received {
    const path = this.files.working();
    writeFileSync(path, bytes, { flag: 'wx' });
    return { path, sha256: createHash('sha256').update(bytes).digest('hex') };
  }

  /** Starts to take in a picture; the working file is used up. The job's result is a StoredAsset. */
  startPicture(
    { path: working, sha256 }: Received,
    name: string,
    kind: 'plate' | 'matte' | 'front',
    shipped: 0 | 1 = 0,
  ): ReturnType<Jobs['start']> {
    const pyramid = this.files.working();
    const order: ImportOrder = { file: working, kind, pyramid };
    const finish = (raw: ImportResult): StoredAsset => {
      const known = this.assets.find(sha256);
      if (known && known.kind !== kind) throw new Problem(422, `The same file is already in use as a ${known.kind}.`);
      if (known && existsSync(this.files.pyramid(sha256))) return known;
      const bytes = statSync(working).size;
      this.files.move(pyramid, this.files.pyramid(sha256));
      this.files.move(working, this.files.asset(sha256));
      this.assets.add({ sha256, kind, name, bytes, ...raw, shipped });
      return this.assets.get(sha256);
    };
    return this.jobs.start('import', name, 'importChild.js', order, finish, () => {
      rmSync(working, { force: true });
      rmSync(pyramid, { force: true });
    });
  }

  /** Takes in a picture or a face and waits for it; of a collection of faces all, and answers with the first. */
  async takeIn(received: Received, name: string, kind: Asset['kind'], shipped: 0 | 1 = 0): Promise<StoredAsset> {
    if (kind === 'face')
      return shipped
        ? this.keepFace(received, name, readFacts(readFileSync(received.path)), 1)
        : (await this.takeInFaces(received, name))[0];
    const job = this.startPicture(received, name, kind, shipped);
    await job.finished;
    return job.state.result as StoredAsset;
  }

  /**
   * Takes in the faces of a file, one or a collection. Our own files are read by the server; any other in a process of
   * its own, because a face from somewhere may be made to break what reads it.
   * @throws Problem 413, 415, 422
   */
  async takeInFaces(received: Received, name: string): Promise<StoredAsset[]> {
    const out = this.files.working();
    const order: FaceOrder = { file: received.path, name, out };
    let written: string[] = [];
    const finish = async (all: FaceFacts[]): Promise<StoredAsset[]> => {
      written = all.map((_, i) => faceOut(out, i));
      const kept: StoredAsset[] = [];
      for (const [i, facts] of all.entries())
        kept.push(
          this.keepFace({ path: written[i], sha256: await hashFile(written[i]) }, facts.name || name, facts, 0),
        );
      return kept;
    };
    const job = this.jobs.start('import', name, 'faceChild.js', order, finish, () => {
      for (const path of [received.path, ...written]) rmSync(path, { force: true });
    });
    const tooLong = `"${name}" cannot be used. Reading it takes too long; the file is damaged.`;
    await this.endOf(job, longestFaceMs, tooLong);
    return job.state.result as StoredAsset[];
  }

  private keepFace({ path, sha256 }: Received, name: string, facts: FaceFacts, shipped: 0 | 1): StoredAsset {
    const known = this.assets.find(sha256);
    if (known && known.kind !== 'face') throw new Problem(422, `The same file is already in use as a ${known.kind}.`);
    const bytes = statSync(path).size;
    this.files.move(path, this.files.asset(sha256));
    this.assets.add({
      sha256,
      kind: 'face',
      name,
      mime: 'font/sfnt',
      bytes,
      width: null,
      height: null,
      channels: null,
      shipped,
    });
    this.faces.add(sha256, facts);
    return this.assets.get(sha256);
  }
}
