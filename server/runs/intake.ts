import { closeSync, openSync, readSync, rmSync } from 'node:fs';
import { basename } from 'node:path';
import type { ReadableStream } from 'node:stream/web';
import type { RunPicture } from '../../core/runs/pictures';
import type { Table } from '../../core/runs/table/readTable';
import type { RunFileOrder } from '../jobs/tableChild';
import { Problem, problemOf } from '../problem';
import type { StoredAsset } from '../store/assets';
import type { Studio } from '../studio';
import { isZip } from '../zips';
import type { UnzippedPicture } from './files';

const longestMs = 120_000;

/** Reads a table that was sent, in a process of its own. @throws Problem 413, 422 */
export async function takeTable(studio: Studio, sent: ReadableStream<Uint8Array> | null, name: string): Promise<Table> {
  const { path } = await studio.intake.receive(sent);
  return inChild<Table>(studio, { kind: 'table', file: path, name }, () => rmSync(path, { force: true }));
}

/** Pictures that came in, and what is wrong with those that did not. */
export interface TakenPictures {
  pictures: RunPicture[];
  refused: { name: string; says: string }[];
}

/** Takes in a picture, or all pictures of a zip. @throws Problem where it is neither */
export async function takePictures(
  studio: Studio,
  sent: ReadableStream<Uint8Array> | null,
  name: string,
): Promise<TakenPictures> {
  const received = await studio.intake.receive(sent);
  if (!isZip(firstBytes(received.path)))
    return { pictures: [pictureOf(name, await studio.intake.takeIn(received, basename(name), 'plate'))], refused: [] };
  const folder = studio.files.working();
  try {
    const order: RunFileOrder = { kind: 'pictures', file: received.path, folder };
    const unzipped = await inChild<UnzippedPicture[]>(studio, order, () => rmSync(received.path, { force: true }));
    const taken: TakenPictures = { pictures: [], refused: [] };
    for (const one of unzipped) {
      try {
        taken.pictures.push(await takePictureFile(studio, one.path, one.name));
      } catch (error) {
        const problem = problemOf(error);
        if (problem?.status === 507) throw error;
        taken.refused.push({ name: one.name, says: problem?.message ?? 'It cannot be read.' });
      }
    }
    return taken;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Takes in a picture that lies in a folder. @throws Problem where it is none */
export async function takePictureFile(
  studio: Studio,
  path: string,
  name: string,
  shipped: 0 | 1 = 0,
): Promise<RunPicture> {
  return pictureOf(name, await studio.intake.takeIn(await studio.intake.copy(path), name, 'plate', shipped));
}

/** A picture as rows name it: by the name under which it came this time. */
const pictureOf = (name: string, { sha256, width, height }: StoredAsset): RunPicture => ({
  name: basename(name),
  sha256,
  width: width!,
  height: height!,
});

function firstBytes(path: string): Uint8Array {
  const bytes = Buffer.alloc(4);
  const file = openSync(path, 'r');
  readSync(file, bytes, 0, 4, 0);
  closeSync(file);
  return bytes;
}

async function inChild<Result>(studio: Studio, order: RunFileOrder, clean: () => void): Promise<Result> {
  const job = studio.jobs.start('import', 'run', 'tableChild.js', order, (raw: Result) => raw, clean);
  try {
    await studio.intake.endOf(job, longestMs, 'This file takes too long to read.');
    return job.state.result as Result;
  } catch (error) {
    throw problemOf(error) ?? new Problem(422, 'This file cannot be read.');
  }
}
