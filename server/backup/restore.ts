import { copyFileSync, createWriteStream, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { keysPath } from '../access/keys';
import { databaseFile, openDatabase } from '../database';
import { tokenPath } from '../queue/secrets';
import { askToChangeOver } from '../starting/changeOver';
import { servedBy } from '../starting/folderLock';
import { sync } from '../store/putInPlace';
import { timeStamp } from '../timeStamp';
import { lostFrom, hashesIn, readBackup, type Manifest, type Tell } from './archive';

export interface Restored {
  manifest: Manifest;
  /** Where what was in the data folder before has been put; null where there was nothing. */
  before: string | null;
}

/**
 * Puts a backup in the place of a data folder: all of it is read and checked beside the folder first, and the folder that
 * was there is kept under another name. A server that works with the folder changes them itself, and goes on with what is
 * then there.
 * @throws Error where the backup is damaged, or the server cannot change over; then nothing is changed
 */
export async function restore(
  file: string,
  dataFolder: string,
  migrationsFolder: string,
  tell: Tell,
): Promise<Restored> {
  const staging = `${stagingOf(dataFolder)}${process.pid}`;
  try {
    const manifest = await staged(file, staging, migrationsFolder, tell);
    const server = servedBy(dataFolder);
    if (server === null) return { manifest, before: exchange(staging, dataFolder) };
    tell('changing over', 0);
    const before = await askToChangeOver(dataFolder, staging, server);
    tell('changing over', 1);
    return { manifest, before };
  } finally {
    rmSync(staging, { recursive: true, force: true });
  }
}

/** What a restored folder is called before it takes its place: this, and a number. */
export const stagingOf = (dataFolder: string): string => `${dataFolder}.restoring-`;

/** A backup read into a folder of its own, and checked. */
async function staged(file: string, staging: string, migrationsFolder: string, tell: Tell): Promise<Manifest> {
  rmSync(staging, { recursive: true, force: true });
  mkdirSync(staging, { recursive: true });
  const manifest = await readBackup(
    file,
    (done) => tell('reading and checking', done),
    (path) => {
      mkdirSync(dirname(join(staging, path)), { recursive: true });
      return createWriteStream(join(staging, path), { flags: 'wx', flush: true });
    },
  );
  tell('checking the store', 1);
  checkStore(staging, migrationsFolder);
  return manifest;
}

/** Two folders change places. @returns where what was there before is; null where there was nothing */
export function exchange(staging: string, dataFolder: string): string | null {
  const before = hasSomething(dataFolder) ? `${dataFolder}.before-${timeStamp(14)}` : null;
  if (before) renameSync(dataFolder, before);
  else rmSync(dataFolder, { recursive: true, force: true });
  try {
    if (before) keepSecrets(before, staging);
    renameSync(staging, dataFolder);
  } catch (error) {
    if (before) renameSync(before, dataFolder);
    throw error;
  }
  sync(dirname(dataFolder), 'r');
  return before;
}

/** A backup holds no secrets: those of the studio stay as they are. */
function keepSecrets(from: string, to: string): void {
  for (const path of [keysPath, tokenPath]) if (existsSync(path(from))) copyFileSync(path(from), path(to));
}

const hasSomething = (folder: string): boolean => existsSync(folder) && readdirSync(folder).length > 0;

/** The store must be whole, of a version that this program knows, and have all the files that it names. */
function checkStore(folder: string, migrationsFolder: string): void {
  const plain = new Database(databaseFile(folder), { fileMustExist: true });
  try {
    if (plain.pragma('integrity_check', { simple: true }) !== 'ok')
      throw new Error('This backup cannot be used: its store is damaged.');
  } finally {
    plain.close();
  }
  const store = openDatabase(folder, migrationsFolder);
  try {
    const [lost] = lostFrom(folder, hashesIn(store));
    if (lost) throw new Error(`This backup cannot be used: the file ${lost} that its store names is missing.`);
  } finally {
    store.close();
  }
}
