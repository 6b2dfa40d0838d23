import { isAbsolute, normalize } from 'node:path';
import { Problem } from './problem';

/** A bundle's piece or version, bytes. */
export const largestPiece = 20e6;

/** Where a version lies in a bundle. @param number from 1 */
export const versionPath = (number: number): string => `versions/${number}.json`;

/** @throws Problem for a path that leads out of the bundle */
export function checkedPath(path: string): string {
  const clean = normalize(path);
  if (isAbsolute(clean) || clean.startsWith('..') || path.includes('\\') || path.includes('\0'))
    throw new Problem(422, `"${path}" leads out of the bundle.`);
  return clean;
}
