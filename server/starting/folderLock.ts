import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';

/** Where a server says that the data folder is its own. */
const lockOf = (dataFolder: string): string => join(dataFolder, 'server.lock');

/** Whether a process is there, whoever it belongs to. */
function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/**
 * The process that serves a data folder.
 * @returns null where none does; what a server that was killed has left behind counts for nothing
 */
export function servedBy(dataFolder: string): number | null {
  let told: string;
  try {
    told = readFileSync(lockOf(dataFolder), 'utf8');
  } catch {
    return null;
  }
  const pid = Number.parseInt(told, 10);
  return Number.isInteger(pid) && pid > 0 && pid !== process.pid && isRunning(pid) ? pid : null;
}

/**
 * Takes a data folder for this process alone.
 * @returns what gives it back
 * @throws Error saying who has it
 */
export function takeFolder(dataFolder: string): () => void {
  mkdirSync(dataFolder, { recursive: true });
  const lock = lockOf(dataFolder);
  for (let tries = 0; ; tries++) {
    const other = servedBy(dataFolder);
    if (other !== null)
      throw new Error(
        `Another Inky Veil (process ${other}) works with ${dataFolder}. Stop it, or set INKY_DATA to another folder.`,
      );
    // Left behind by one that was killed.
    rmSync(lock, { force: true });
    try {
      const file = openSync(lock, 'wx');
      writeSync(file, `${process.pid}\n`);
      closeSync(file);
      return () => rmSync(lock, { force: true });
    } catch (error) {
      // Two that start at once: the second looks again.
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST' || tries > 2) throw error;
    }
  }
}
