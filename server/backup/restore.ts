import { createWriteStream, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { databaseFile, openDatabase } from '../database';
import { servedBy } from '../starting/folderLock';
import { timeStamp } from '../timeStamp';
import { lostFrom, hashesIn, readBackup, type Manifest, type Tell } from './archive';

export interface Restored {
  manifest: Manifest;
  /** Where what was in the data folder before has been put; null where there was nothing. */
  before: string | null;
}

/**
 * Puts a backup in the place of a data folder: all of it is read and checked beside the folder first, and the folder that
 * was there is kept under another name.
 * @throws Error where a server works with the folder, or where the backup is damaged; then nothing is changed
 */
export async function restore(
  file: string,
  dataFolder: string,
  migrationsFolder: string,
  tell: Tell,
): Promise<Restored> {
  const server = servedBy(dataFolder);
  if (server !== null)
    throw new Error(`Inky Veil (process ${server}) works with ${dataFolder}. Stop it before you restore a backup.`);
  const staging = `${dataFolder}.restoring-${process.pid}`;
  try {
    rmSync(staging, { recursive: true, force: true });
    mkdirSync(staging, { recursive: true });
    const manifest = await readBackup(
      file,
      (done) => tell('reading and checking', done),
      (path) => {
        mkdirSync(dirname(join(staging, path)), { recursive: true });
        return createWriteStream(join(staging, path), { flags: 'wx' });
      },
    );
    tell('checking the store', 1);
    checkStore(staging, migrationsFolder);
    const before = hasSomething(dataFolder) ? `${dataFolder}.before-${timeStamp(14)}` : null;
    if (before) renameSync(dataFolder, before);
    else rmSync(dataFolder, { recursive: true, force: true });
    renameSync(staging, dataFolder);
    return { manifest, before };
  } finally {
    rmSync(staging, { recursive: true, force: true });
  }
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
