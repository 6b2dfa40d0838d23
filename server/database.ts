import Database from 'better-sqlite3';
import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Opens the store in the data folder and brings it up to date: each numbered SQL file once, in a transaction. */
export function openDatabase(dataFolder: string, migrationsFolder: string): Database.Database {
  mkdirSync(dataFolder, { recursive: true });
  const database = new Database(join(dataFolder, 'inky-veil.sqlite'));
  database.pragma('journal_mode = WAL');
  database.pragma('synchronous = FULL');
  database.pragma('foreign_keys = ON');
  const current = database.pragma('user_version', { simple: true }) as number;
  for (const file of readdirSync(migrationsFolder)
    .filter((name) => /^\d+-.*\.sql$/.test(name))
    .sort()) {
    const number = Number.parseInt(file, 10);
    if (number <= current) continue;
    database.transaction(() => {
      database.exec(readFileSync(join(migrationsFolder, file), 'utf8'));
      database.pragma(`user_version = ${number}`);
    })();
  }
  return database;
}
