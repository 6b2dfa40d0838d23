import { writeSync } from 'node:fs';

/**
 * Writes all of the bytes at a place in an open file. One system call may write less than it was given, as on a disk
 * that
 * is nearly full, and says so only in what it returns.
 * @throws the system's error, ENOSPC on a full disk
 */
export function writeWhole(file: number, bytes: Uint8Array, at: number): void {
  for (let done = 0; done < bytes.length;) done += writeSync(file, bytes, done, bytes.length - done, at + done);
}
