import { unzipSync } from 'fflate';
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { mostVersions } from '../core/versions/limits';
import { checkedPath, largestPiece, versionPath } from './bundlePaths';
import { Problem } from './problem';
import { asZip, isTooTight, mostEntries } from './zips';

/** All files of a bundle together, bytes once unpacked. */
const largestBundle = 2e9;
/**
 * Unpacks a zip of a piece into a folder: `piece.json`, its versions, and what they name, one file at a time. Nothing is
 * written outside of the folder, and no more than a bundle may hold.
 * @throws Problem 413, 415, 422
 */
export function unpackBundle(zip: Uint8Array, folder: string): void {
  let unpacked = 0;
  const entry = (path: string, most: number): Uint8Array | undefined => {
    let entries = 0;
    const found = asZip(
      () =>
        unzipSync(zip, {
          filter: ({ name, size, originalSize }) => {
            if (++entries > mostEntries) throw new Problem(413, `This bundle lists more than ${mostEntries} files.`);
            if (name !== path) return false;
            unpacked += originalSize;
            if (originalSize > most || unpacked > largestBundle)
              throw new Problem(413, `"${path}" unpacks to more than a bundle may hold.`);
            if (isTooTight({ size, originalSize }))
              throw new Problem(413, `"${path}" in the bundle is packed tighter than any picture or face is.`);
            return true;
          },
        }),
      new Problem(415, 'This file is not a bundle: it is not a zip that can be read.'),
    );
    return Object.hasOwn(found, path) ? found[path] : undefined;
  };
  const written = new Set<string>();
  const write = (path: string, bytes: Uint8Array | undefined): void => {
    if (!bytes || written.has(path)) return;
    written.add(path);
    try {
      mkdirSync(dirname(join(folder, path)), { recursive: true });
      writeFileSync(join(folder, path), bytes, { flag: 'wx' });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code === 'ENOSPC') throw error;
      throw new Problem(422, `"${path}" in the bundle has a name that no file can have.`);
    }
  };
  mkdirSync(folder, { recursive: true });
  const texts = [entry('piece.json', largestPiece)];
  write('piece.json', texts[0]);
  for (let number = 1; number <= mostVersions; number++) {
    const version = entry(versionPath(number), largestPiece);
    if (!version) break;
    write(versionPath(number), version);
    texts.push(version);
  }
  // What is named badly, or is not there, is told by whoever reads the piece.
  for (const path of new Set(texts.flatMap((text) => (text ? namedIn(text) : []))))
    if (!written.has(path)) write(path, entry(path, largestBundle));
}

/** The paths that a piece, or a version of one, names; those that lead elsewhere are left out. */
function namedIn(text: Uint8Array): string[] {
  let data: unknown;
  try {
    data = JSON.parse(new TextDecoder().decode(text));
  } catch {
    return [];
  }
  const { piece } = (data ?? {}) as { piece?: { assets?: unknown } };
  const assets = piece?.assets ?? (data as { assets?: unknown } | null)?.assets;
  if (typeof assets !== 'object' || assets === null) return [];
  return Object.values(assets).flatMap((asset: unknown) => {
    const path = (asset as { path?: unknown } | null)?.path;
    if (typeof path !== 'string') return [];
    try {
      return [checkedPath(path)];
    } catch {
      return [];
    }
  });
}
