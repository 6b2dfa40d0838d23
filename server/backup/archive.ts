import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, linkSync, mkdirSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import type { Writable } from 'node:stream';
import { finished } from 'node:stream/promises';
import Database from 'better-sqlite3';
import { create, list } from 'tar';
import { z } from 'zod';
import { databaseFile } from '../database';
import { hashFile } from '../store/files';
import { putInPlace } from '../store/putInPlace';

/** What a backup says of itself: its first entry. */
export const manifestName = 'backup.json';
const storeName = basename(databaseFile('.'));

/** Where the files of a backup may lie: nothing else is ever written when one is read. */
const place = /^(inky-veil\.sqlite|assets\/[0-9a-f]{64}|pyramids\/[0-9a-f]{64}\.levels|runs\/[\w-]{1,64}\/.+)$/;
const isOutside = (path: string): boolean =>
  path.split('/').some((part) => part === '..' || part === '.' || part === '');

const fileSchema = z.strictObject({
  path: z
    .string()
    .max(400)
    .refine((path) => place.test(path) && !isOutside(path)),
  bytes: z.int().min(0),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
});

const manifestSchema = z.strictObject({
  kind: z.literal('inky-veil-backup'),
  version: z.literal(1),
  /** When it was made, ISO 8601. */
  made: z.string().max(40),
  /** Version of the store. */
  store: z.int().min(1),
  pieces: z.int().min(0),
  files: z.array(fileSchema).max(2e6),
});

export type Manifest = z.infer<typeof manifestSchema>;

/** Told now and then what is being done, and how far, 0..1. */
export type Tell = (stage: string, done: number) => void;

/**
 * Writes all that a data folder holds into one file (a tar, packed by gzip), while a server works with it: the store by
 * its own means (SQLite's online backup), files by what the store names. The file is read back before it counts.
 * @param out takes its place in one step, when it is whole
 * @throws Error naming what is missing, or what could not be written
 */
export async function backUp(dataFolder: string, out: string, tell: Tell): Promise<Manifest> {
  if (!existsSync(databaseFile(dataFolder))) throw new Error(`There is nothing to back up in ${dataFolder}.`);
  const staging = join(dataFolder, `backup-${process.pid}`);
  const part = `${out}.part`;
  try {
    rmSync(staging, { recursive: true, force: true });
    mkdirSync(staging, { recursive: true });
    tell('copying the store', 0);
    const source = new Database(databaseFile(dataFolder), { readonly: true, fileMustExist: true });
    try {
      await source.backup(join(staging, storeName));
    } finally {
      source.close();
    }
    const manifest = await manifestOf(dataFolder, staging, tell);
    writeFileSync(join(staging, manifestName), JSON.stringify(manifest));
    tell('writing', 0);
    mkdirSync(dirname(out), { recursive: true });
    await create({ file: part, cwd: staging, gzip: { level: 1 }, portable: true }, [
      manifestName,
      ...manifest.files.map(({ path }) => path),
    ]);
    await readBackup(part, (done) => tell('checking', done));
    putInPlace(part, out);
    return manifest;
  } finally {
    rmSync(staging, { recursive: true, force: true });
    rmSync(part, { force: true });
  }
}

/** SHA-256 of every file that a store names. */
export const hashesIn = (store: Database.Database): string[] =>
  store
    .prepare<[], { sha256: string }>('select sha256 from assets order by sha256')
    .all()
    .map(({ sha256 }) => sha256);

/** Where a file may lie, as it came and as levels: either is enough. */
const placesOf = (sha256: string): string[] => [`assets/${sha256}`, `pyramids/${sha256}.levels`];

/** The files that are missing from a folder. */
export const lostFrom = (folder: string, hashes: readonly string[]): string[] =>
  hashes.filter((sha256) => !placesOf(sha256).some((path) => existsSync(join(folder, path))));

/** Gathers what belongs to the store as it was copied, by links, so that nothing vanishes meanwhile. */
async function manifestOf(dataFolder: string, staging: string, tell: Tell): Promise<Manifest> {
  const store = new Database(join(staging, storeName), { readonly: true });
  const hashes = hashesIn(store);
  const { pieces } = store
    .prepare<[], { pieces: number }>('select count(*) as pieces from pieces where deleted_at is null')
    .get()!;
  const version = store.pragma('user_version', { simple: true }) as number;
  store.close();
  const lost = lostFrom(dataFolder, hashes);
  if (lost.length > 0)
    throw new Error(
      `${lost.length} files that the store names are missing from ${dataFolder}, the first is ${lost[0]}.`,
    );
  const found = hashes.flatMap(placesOf).filter((path) => existsSync(join(dataFolder, path)));
  const paths = [...found, ...filesBelow(dataFolder, 'runs')];
  const files: Manifest['files'] = [];
  const add = async (path: string): Promise<void> => {
    const here = join(staging, path);
    files.push({ path, bytes: statSync(here).size, sha256: await hashFile(here) });
  };
  await add(storeName);
  for (const [i, path] of paths.entries()) {
    tell('reading files', i / paths.length);
    mkdirSync(dirname(join(staging, path)), { recursive: true });
    try {
      linkOrCopy(join(dataFolder, path), join(staging, path));
    } catch (error) {
      // A run's file may have been replaced meanwhile; what the store names may not.
      if (path.startsWith('runs/') && (error as NodeJS.ErrnoException).code === 'ENOENT') continue;
      throw error;
    }
    await add(path);
  }
  return { kind: 'inky-veil-backup', version: 1, made: new Date().toISOString(), store: version, pieces, files };
}

function filesBelow(folder: string, path: string): string[] {
  if (!existsSync(join(folder, path))) return [];
  return readdirSync(join(folder, path), { withFileTypes: true })
    .sort((a, b) => (a.name < b.name ? -1 : 1))
    .flatMap((entry) => {
      const own = `${path}/${entry.name}`;
      if (entry.isDirectory()) return filesBelow(folder, own);
      return entry.isFile() ? [own] : [];
    });
}

function linkOrCopy(from: string, to: string): void {
  try {
    linkSync(from, to);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') throw error;
    copyFileSync(from, to);
  }
}

/** The largest list of files that is read, bytes. */
const largestManifest = 4e8;

/**
 * Reads a backup from end to end: every file that its list names is there once, as long as it says and with its hash.
 * @param write where each file goes while it is read; left out where it is only checked
 * @throws Error saying what is wrong with it
 */
export async function readBackup(
  file: string,
  tell: (done: number) => void,
  write?: (path: string) => Writable,
): Promise<Manifest> {
  if (!existsSync(file)) throw new Error(`There is no file ${file}.`);
  let manifest: Manifest | null = null;
  let known = new Map<string, Manifest['files'][number]>();
  const seen = new Set<string>();
  const wrong: string[] = [];
  const sinks: Writable[] = [];
  const works: Promise<void>[] = [];
  try {
    await list({
      file,
      strict: true,
      onReadEntry: (entry) => {
        const path = entry.path;
        if (!manifest && path === manifestName && entry.type === 'File') {
          const parts: Buffer[] = [];
          let bytes = 0;
          entry.on('data', (chunk: Buffer) => (bytes += chunk.length) <= largestManifest && parts.push(chunk));
          entry.on('end', () => {
            const read = manifestSchema.safeParse(parsed(Buffer.concat(parts)));
            if (!read.success) return wrong.push('its list of files cannot be read');
            manifest = read.data;
            known = new Map(read.data.files.map((one) => [one.path, one]));
          });
          return;
        }
        const expected = known.get(path);
        if (!expected || entry.type !== 'File' || seen.has(path)) {
          wrong.push(`it holds "${path.slice(0, 80)}", which its list of files does not name`);
          entry.resume();
          return;
        }
        seen.add(path);
        tell(seen.size / known.size);
        const hash = createHash('sha256');
        const sink = write?.(path);
        if (sink) {
          const whole = finished(sink);
          // Told of when all is read; what can no longer be written holds up nothing.
          whole.catch(() => entry.resume());
          works.push(whole);
          sinks.push(sink);
        }
        let bytes = 0;
        entry.on('data', (chunk: Buffer) => {
          bytes += chunk.length;
          hash.update(chunk);
          if (sink && !sink.destroyed && !sink.write(chunk)) {
            entry.pause();
            sink.once('drain', () => entry.resume());
          }
        });
        entry.on('end', () => {
          if (bytes !== expected.bytes || hash.digest('hex') !== expected.sha256)
            wrong.push(`"${path}" in it is damaged`);
          sink?.end();
        });
      },
    });
  } catch {
    // What is being written is closed first: then its folder can be removed.
    for (const sink of sinks) sink.destroy();
    await Promise.allSettled(works);
    throw new Error('This file is no backup, or it is damaged: it cannot be read to its end.');
  }
  await Promise.all(works);
  if (!manifest && wrong.length === 0) wrong.push('it has no list of files');
  const missing = [...known.keys()].find((path) => !seen.has(path));
  if (missing) wrong.push(`"${missing}" is missing from it`);
  if (wrong.length > 0) throw new Error(`This backup cannot be used: ${wrong[0]}.`);
  return manifest!;
}

function parsed(bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8'));
  } catch {
    return null;
  }
}
