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

/** All files of a bundle together, and its piece alone, bytes once unpacked. */
const [largestBundle, largestPiece] = [2e9, 20e6];
/** Files that a piece may name, and entries that a zip may list. */
const [mostAssets, mostEntries] = [2000, 20000];
/** Deflate makes no more than about a thousandth of anything; pictures and faces never come near this. */
const mostRatio = 200;

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

/** A zip with `piece.json` at its top. Only what is asked for is unpacked, one file at a time. */
export function zipBundle(bytes: Uint8Array): Bundle {
  let unpacked = 0;
  const entry = (path: string, most: number): Uint8Array | undefined => {
    let entries = 0;
    const found = asZip(() =>
      unzipSync(bytes, {
        filter: ({ name, size, originalSize }) => {
          if (++entries > mostEntries) throw new Problem(413, `This bundle lists more than ${mostEntries} files.`);
          if (name !== path) return false;
          unpacked += originalSize;
          if (originalSize > most || unpacked > largestBundle)
            throw new Problem(413, `"${path}" unpacks to more than a bundle may hold.`);
          if (originalSize > 1e6 && originalSize > mostRatio * size)
            throw new Problem(413, `"${path}" in the bundle is packed tighter than any picture or face is.`);
          return true;
        },
      }),
    );
    return Object.hasOwn(found, path) ? found[path] : undefined;
  };
  return { piece: parsePiece(entry('piece.json', largestPiece)), file: (path) => entry(path, largestBundle) };
}

function asZip<Value>(read: () => Value): Value {
  try {
    return read();
  } catch (error) {
    throw error instanceof Problem
      ? error
      : new Problem(415, 'This file is not a bundle: it is not a zip that can be read.');
  }
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
  const named = Object.entries(piece.assets);
  if (named.length > mostAssets) throw new Problem(413, `This piece names more than ${mostAssets} files.`);
  const assets: Record<string, Asset> = {};
  /** What has been taken in, by kind and path: a file is read once, however often it is named. */
  const taken = new Map<string, string>();
  for (const [key, asset] of named) {
    const name = `${asset.kind} ${asset.path}`;
    const sha256 = taken.get(name) ?? (await takenIn(bundle, key, asset, intake, shipped));
    taken.set(name, sha256);
    if (asset.sha256 !== undefined && asset.sha256 !== sha256)
      throw new Problem(422, `"${asset.path}" in the bundle is not the file that the piece was made with.`);
    assets[key] = { kind: asset.kind, name: asset.name, sha256 };
  }
  return { ...piece, assets };
}

/** Takes one file of a bundle into the store. @returns its hash */
async function takenIn(
  bundle: Bundle,
  key: string,
  { path, name, kind }: Asset,
  intake: Intake,
  shipped: 0 | 1,
): Promise<string> {
  const bytes = path === undefined ? undefined : bundle.file(checkedPath(path));
  if (!bytes) throw new Problem(422, `The bundle does not hold "${path ?? key}", which its piece names.`);
  return (await intake.takeIn(intake.write(bytes), name, kind, shipped)).sha256;
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
