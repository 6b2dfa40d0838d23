import { closeSync, fsyncSync, openSync, renameSync } from 'node:fs';
import { dirname } from 'node:path';

/**
 * Puts a finished file in its place, in one step that a loss of power does not undo or halve: its bytes are on the disk
 * before its name is, and its name before this returns. Both must lie on one disk. What wrote a large file should have
 * synced it off the main thread: then there is nothing left to wait for here.
 * @throws the system's error; then the file is where it was, or in its place
 */
export function putInPlace(working: string, to: string): void {
  sync(working, 'r+');
  renameSync(working, to);
  sync(dirname(to), 'r');
}

/** Waits until what was written to a file, or the names in a folder, are on the disk. */
export function sync(path: string, flags: 'r' | 'r+' = 'r+'): void {
  const file = openSync(path, flags);
  try {
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
}
