import { existsSync, readFileSync, statSync } from 'node:fs';
import { basename, dirname, extname, join, resolve } from 'node:path';
import type { Piece } from '../../core/piece/schema';
import { folderBundle, takeInBundle, writeBundle, zipBundle, type Bundle } from '../bundles';
import { projectRoot, readConfig } from '../config';
import { Studio } from '../studio';

/**
 * A folder, a zip (unpacked into a folder that goes with the rest), or a piece file in its folder.
 * @param files where its files lie, where they do not lie beside it
 */
export function bundleAt(source: string, unpacked: string, files?: string): Bundle {
  if (files !== undefined) return folderBundle(files, basename(source), readFileSync(source));
  if (statSync(source).isDirectory()) return folderBundle(source);
  if (extname(source).toLowerCase() === '.zip') return zipBundle(readFileSync(source), unpacked);
  return folderBundle(dirname(resolve(source)), basename(source));
}

/**
 * Takes a piece into a store of its own: a bundle, or by its id from the store that the data folder holds, with the
 * faces of the type case there.
 * @throws Error that says what is wrong with it
 */
export async function openPiece(source: string, files: string | undefined, studio: Studio): Promise<Piece> {
  const unpacked = join(studio.config.data, 'unpacked');
  if (existsSync(source)) return takeInBundle(bundleAt(source, unpacked, files), studio.intake);
  const own = new Studio(readConfig(process.env, projectRoot));
  try {
    const { piece } = own.pieces.get(source);
    for (const face of own.assets.list('face'))
      await studio.intake.takeIn(
        await studio.intake.copy(own.files.asset(face.sha256)),
        face.name,
        'face',
        face.shipped ? 1 : 0,
      );
    return await takeInBundle(zipBundle(writeBundle(piece, own.files, own.assets), unpacked), studio.intake);
  } finally {
    own.close();
  }
}
