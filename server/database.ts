import Database from 'better-sqlite3';
import { mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { timeStamp } from './timeStamp';

/** The store's file in the data folder. */
export const databaseFile = (dataFolder: string): string => join(dataFolder, 'inky-veil.sqlite');

/** So many copies from before the store was brought up to date are kept. */
const copiesKept = 3;

/**
 * Opens the store in the data folder and brings it up to date: each numbered SQL file once, in a transaction; a copy of
 * it as it was is kept beside it.
 * @throws Error for a store of a newer program, which is left as it is
 */
export function openDatabase(dataFolder: string, migrationsFolder: string): Database.Database {
  mkdirSync(dataFolder, { recursive: true });
  const database = new Database(databaseFile(dataFolder));
  database.pragma('journal_mode = WAL');
  database.pragma('synchronous = FULL');
  database.pragma('foreign_keys = ON');
  const current = database.pragma('user_version', { simple: true }) as number;
  const steps = readdirSync(migrationsFolder)
    .filter((name) => /^\d+-.*\.sql$/.test(name))
    .sort()
    .map((file) => ({ file, number: Number.parseInt(file, 10) }));
  const newest = steps[steps.length - 1]?.number ?? 0;
  if (current > newest) {
    database.close();
    throw new Error(
      `The store in ${dataFolder} was written by a newer Inky Veil (its version is ${current}, this program knows ${newest}). Update the program, or set INKY_DATA to another folder; nothing was changed.`,
    );
  }
  if (current > 0 && current < newest) keepCopy(database, dataFolder, current);
  for (const { file, number } of steps) {
    if (number <= current) continue;
    database.transaction(() => {
      database.exec(readFileSync(join(migrationsFolder, file), 'utf8'));
      database.pragma(`user_version = ${number}`);
    })();
  }
  return database;
}

/** Keeps the store as it is before it is changed, and the newest few of such copies. */
function keepCopy(database: Database.Database, dataFolder: string, version: number): void {
  const folder = join(dataFolder, 'before-update');
  mkdirSync(folder, { recursive: true });
  const name = `${timeStamp(17)}-version-${version}.sqlite`;
  database.prepare('vacuum into ?').run(join(folder, name));
  const copies = readdirSync(folder).sort();
  for (const old of copies.slice(0, Math.max(0, copies.length - copiesKept)))
    rmSync(join(folder, old), { force: true });
}
