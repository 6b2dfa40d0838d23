import { unzipSync, zipSync, type Zippable } from 'fflate';
import { readFileSync, realpathSync } from 'node:fs';
import { isAbsolute, join, normalize, resolve, sep } from 'node:path';
import { readPiece } from '../core/piece/read';
import type { Asset, Piece } from '../core/piece/schema';
import type { Intake } from './intake';
import { Problem } from './problem';
import type { AssetStore } from './store/assets';
import type { Files } from './store/files';

/** A piece with the files that it names: a folder, or a zip of one. */
export interface Bundle {
  piece: unknown;
  /** The bytes at a relative path, or undefined. */
  file(path: string): Uint8Array | undefined;
}

const largestBundle = 2e9;

/** A folder with `piece.json` (or another name for the piece) in it. Nothing outside the folder is read. @param piece the piece itself, where it lies elsewhere */
export function folderBundle(folder: string, pieceFile = 'piece.json', piece?: Uint8Array): Bundle {
  const root = realpathSync(folder);
  const file = (path: string): Uint8Array | undefined => {
    try {
      const real = realpathSync(resolve(root, path));
      return real.startsWith(root + sep) ? readFileSync(real) : undefined;
    } catch {
      return undefined;
    }
  };
  return { piece: parsePiece(piece ?? file(pieceFile)), file };
}

/** A zip with `piece.json` at its top. */
export function zipBundle(bytes: Uint8Array): Bundle {
  let entries: Record<string, Uint8Array>;
  let size = 0;
  try {
    entries = unzipSync(bytes, {
      filter: ({ originalSize }) => {
        size += originalSize;
        if (size > largestBundle) throw new Problem(413, 'This bundle unpacks to more than 2 GB, which is the limit.');
        return true;
      },
    });
  } catch (error) {
    throw error instanceof Problem
      ? error
      : new Problem(415, 'This file is not a bundle: it is not a zip that can be read.');
  }
  return {
    piece: parsePiece(entries['piece.json']),
    file: (path) => (Object.hasOwn(entries, path) ? entries[path] : undefined),
  };
}

function parsePiece(bytes: Uint8Array | undefined): unknown {
  if (!bytes) throw new Problem(422, 'This bundle holds no piece.json.');
  try {
    return JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    throw new Problem(422, 'The piece.json in this bundle is not JSON.');
  }
}

/**
 * Takes the bundle's files into the store.
 * @returns the piece, its assets named by their hashes
 * @throws Problem 422 naming what is missing or wrong
 */
export async function takeInBundle(bundle: Bundle, intake: Intake, shipped: 0 | 1 = 0): Promise<Piece> {
  const piece = asProblem(() => readPiece(bundle.piece));
  const assets: Record<string, Asset> = {};
  for (const [key, asset] of Object.entries(piece.assets)) {
    const bytes = asset.path === undefined ? undefined : bundle.file(checkedPath(asset.path));
    if (!bytes) throw new Problem(422, `The bundle does not hold "${asset.path ?? key}", which its piece names.`);
    const { sha256 } = await intake.takeIn(intake.write(bytes), asset.name, asset.kind, shipped);
    if (asset.sha256 !== undefined && asset.sha256 !== sha256)
      throw new Problem(422, `"${asset.path}" in the bundle is not the file that the piece was made with.`);
    assets[key] = { kind: asset.kind, name: asset.name, sha256 };
  }
  return { ...piece, assets };
}

function asProblem<Value>(read: () => Value): Value {
  try {
    return read();
  } catch (error) {
    throw new Problem(422, error instanceof Error ? error.message : 'This piece cannot be read.');
  }
}

/** @throws Problem for a path that leads out of the bundle */
function checkedPath(path: string): string {
  const clean = normalize(path);
  if (isAbsolute(clean) || clean.startsWith('..') || path.includes('\\'))
    throw new Problem(422, `"${path}" leads out of the bundle.`);
  return clean;
}

const folders: Record<Asset['kind'], string> = { plate: 'plates', matte: 'mattes', front: 'fronts', face: 'faces' };

/** A zip of a piece and all files that it names, by relative path. */
export function writeBundle(piece: Piece, files: Files, assets: AssetStore): Uint8Array {
  const entries: Zippable = {};
  const named: Record<string, Asset> = {};
  const used = new Set<string>();
  for (const [key, asset] of Object.entries(piece.assets)) {
    const stored = assets.get(asset.sha256!);
    const path = freePath(folders[asset.kind], asset.name, stored.mime, used);
    named[key] = { ...asset, path };
    entries[path] = [readFileSync(files.asset(asset.sha256!)), { level: 0 }];
  }
  entries['piece.json'] = new TextEncoder().encode(`${JSON.stringify({ ...piece, assets: named }, null, 2)}\n`);
  return zipSync(entries);
}

const endings: Record<string, string> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
  'image/tiff': 'tif',
  'image/avif': 'avif',
  'font/sfnt': 'ttf',
};

function freePath(folder: string, name: string, mime: string, used: Set<string>): string {
  const stem =
    name
      .replace(/\.[A-Za-z0-9]{1,5}$/, '')
      .normalize('NFKD')
      .replace(/[^A-Za-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')
      .toLowerCase() || 'file';
  for (let number = 1; ; number++) {
    const path = join(folder, `${stem}${number > 1 ? `-${number}` : ''}.${endings[mime] ?? 'bin'}`);
    if (!used.has(path)) {
      used.add(path);
      return path;
    }
  }
}
