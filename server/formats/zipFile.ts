import { createWriteStream } from 'node:fs';
import { Zip, ZipPassThrough } from 'fflate';

/** Writes a zip whose entries are stored as they are (PNGs are packed already), one after the other. */
export async function writeZip(
  path: string,
  entries: readonly (readonly [name: string, bytes: () => Uint8Array])[],
): Promise<void> {
  const out = createWriteStream(path);
  const done = new Promise<void>((resolve, reject) => {
    out.on('finish', resolve);
    out.on('error', reject);
  });
  const zip = new Zip((error, chunk, isLast) => {
    if (error) out.destroy(error);
    else out.write(chunk);
    if (isLast) out.end();
  });
  for (const [name, bytes] of entries) {
    const entry = new ZipPassThrough(name);
    entry.mtime = new Date(2026, 0, 1);
    zip.add(entry);
    entry.push(bytes(), true);
  }
  zip.end();
  await done;
}
