import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The programs that make files: the same ones make the same bytes. */
const programs = ['runChild.js', 'tileWorker.js', 'worker.js'];

/** Tells programs apart: two that have one mark make the same files. */
export function buildMark(buildFolder: string): string {
  const hash = createHash('sha256');
  for (const name of programs) hash.update(readFileSync(join(buildFolder, name)));
  // Encoders come from packages.
  const locked = readFileSync(join(buildFolder, '..', '..', 'package-lock.json'), 'utf8');
  return hash.update(locked).digest('hex').slice(0, 16);
}
