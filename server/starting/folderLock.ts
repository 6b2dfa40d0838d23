import { linkSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Where a server says that the data folder is its own. */
const lockOf = (dataFolder: string): string => join(dataFolder, 'server.lock');

/** Whether a process is there, whoever it belongs to. */
export function isRunning(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/** When a process began, as the system counts it; null where it does not tell. A number alone may be another's by now. */
function beganAt(pid: number): string | null {
  try {
    const told = readFileSync(`/proc/${pid}/stat`, 'utf8');
    return told.slice(told.lastIndexOf(')') + 2).split(' ')[19] ?? null;
  } catch {
    return null;
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
  // Cut short by a loss of power: whoever wrote it is gone.
  if (!told.endsWith('\n')) return null;
  const [number, began] = told.trim().split(' ');
  const pid = Number.parseInt(number, 10);
  if (!(pid > 0) || pid === process.pid || !isRunning(pid)) return null;
  const now = beganAt(pid);
  return began && now && began !== now ? null : pid;
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
      placeWhole(lock, `${process.pid} ${beganAt(process.pid) ?? ''}\n`);
      return () => rmSync(lock, { force: true });
    } catch (error) {
      // Two that start at once: the second looks again.
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST' || tries > 2) throw error;
    }
  }
}

/** Makes a file that is whole as soon as it is there. @throws the system's error; EEXIST where there is one */
function placeWhole(path: string, text: string): void {
  const part = `${path}.${process.pid}`;
  writeFileSync(part, text, { flush: true });
  try {
    linkSync(part, path);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'EEXIST') throw error;
    // A disk that knows no second names for a file.
    writeFileSync(path, text, { flag: 'wx', flush: true });
  } finally {
    rmSync(part, { force: true });
  }
}
