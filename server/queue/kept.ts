import { readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';

const dayMs = 24 * 60 * 60 * 1000;

/** Drops files that were fetched from servers and that nobody has read for some days. */
export function keepFor(folder: string, days = 30): void {
  for (const name of ['assets', 'pyramids', 'working'])
    for (const file of readdirSync(join(folder, name))) {
      const path = join(folder, name, file);
      const { atimeMs, mtimeMs } = statSync(path);
      if (Date.now() - Math.max(atimeMs, mtimeMs) > days * dayMs) rmSync(path, { recursive: true, force: true });
    }
}
