import { zipSync, type Zippable } from 'fflate';
import { readFileSync, realpathSync, statSync } from 'node:fs';
import { join, resolve, sep } from 'node:path';
import { z } from 'zod';
import { readPiece } from '../core/piece/read';
import type { Asset, Piece } from '../core/piece/schema';
import { mostVersions } from '../core/versions/limits';
import { checkedPath, largestPiece, versionPath } from './bundlePaths';
import type { Intake } from './intake';
import { Problem } from './problem';
import type { AssetStore } from './store/assets';
import type { Files } from './store/files';
import { unpackBundle } from './unpack';

/** A piece with the files that it names: a folder, or a zip of one. */
export interface Bundle {
  piece: unknown;
  /** Where the file of a relative path lies, or undefined. */
  file(path: string): string | undefined;
}

/** Files that a piece may name. */
const mostAssets = 2000;

/** A folder with `piece.json` (or another name for the piece) in it. Nothing outside the folder is read. @param piece the piece itself, where it lies elsewhere */
export function folderBundle(folder: string, pieceFile = 'piece.json', piece?: Uint8Array): Bundle {
  const root = realpathSync(folder);
  const file = (path: string): string | undefined => {
    try {
      const real = realpathSync(resolve(root, path));
      return real.startsWith(root + sep) && statSync(real).isFile() ? real : undefined;
    } catch {
      return undefined;
    }
  };
  return { piece: parsePiece(piece ?? bytesAt(file(pieceFile))), file };
}

/** A zip with `piece.json` at its top, unpacked into a folder of its own. @throws Problem 413, 415, 422 */
export function zipBundle(zip: Uint8Array, folder: string): Bundle {
  unpackBundle(zip, folder);
  return folderBundle(folder);
}

/** @throws Problem 413 for what is too large for a piece */
function bytesAt(path: string | undefined): Uint8Array | undefined {
  if (path === undefined) return undefined;
  if (statSync(path).size > largestPiece) throw new Problem(413, 'The piece in this bundle is too large.');
  return readFileSync(path);
}

function parsePiece(bytes: Uint8Array | undefined): unknown {
  if (!bytes) throw new Problem(422, 'This bundle holds no piece.json.');
  try {
    return JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    throw new Problem(422, 'The piece.json in this bundle is not JSON.');
  }
}

/** A named state of the piece in a bundle. */
export interface BundledVersion {
  name: string;
  note: string;
  piece: Piece;
}

const versionSchema = z.object({
  name: z.string().trim().min(1).max(80),
  note: z.string().max(400).default(''),
  piece: z.unknown(),
});

/**
 * Takes the bundle's files into the store.
 * @returns the piece, its assets named by their hashes
 * @throws Problem 422 naming what is missing or wrong
 */
export async function takeInBundle(bundle: Bundle, intake: Intake, shipped: 0 | 1 = 0): Promise<Piece> {
  return takePiece(bundle.piece, bundle, intake, shipped, { hashes: new Map(), took: () => undefined });
}

/**
 * The same with the versions that it holds.
 * @param took is told each file that was taken in, by its hash
 * @throws Problem 413, 422
 */
export async function takeInWithVersions(
  bundle: Bundle,
  intake: Intake,
  took: (sha256: string) => void,
): Promise<{ piece: Piece; versions: BundledVersion[] }> {
  const taken: Taken = { hashes: new Map(), took };
  const piece = await takePiece(bundle.piece, bundle, intake, 0, taken);
  const versions: BundledVersion[] = [];
  for (let number = 1; number <= mostVersions; number++) {
    const bytes = bytesAt(bundle.file(versionPath(number)));
    if (!bytes) break;
    const read = versionIn(bytes, versionPath(number));
    versions.push({ ...read, piece: await takePiece(read.piece, bundle, intake, 0, taken) });
  }
  return { piece, versions };
}

function versionIn(bytes: Uint8Array, path: string): z.infer<typeof versionSchema> {
  try {
    return versionSchema.parse(JSON.parse(new TextDecoder().decode(bytes)));
  } catch {
    throw new Problem(422, `"${path}" in the bundle is not a version of a piece.`);
  }
}

/** What has been taken in of a bundle. */
interface Taken {
  /** By kind and path: a file is read once, however often it is named. */
  hashes: Map<string, string>;
  /** Is told each file, by its hash. */
  took(sha256: string): void;
}

async function takePiece(data: unknown, bundle: Bundle, intake: Intake, shipped: 0 | 1, taken: Taken): Promise<Piece> {
  const piece = asProblem(() => readPiece(data));
  const named = Object.entries(piece.assets);
  if (named.length > mostAssets) throw new Problem(413, `This piece names more than ${mostAssets} files.`);
  await takeInAll(named, bundle, intake, shipped, taken);
  const assets: Record<string, Asset> = {};
  for (const [key, asset] of named) {
    const sha256 = taken.hashes.get(nameIn(asset))!;
    if (asset.sha256 !== undefined && asset.sha256 !== sha256)
      throw new Problem(422, `"${asset.path}" in the bundle is not the file that the piece was made with.`);
    assets[key] = { kind: asset.kind, name: asset.name, sha256 };
  }
  return { ...piece, assets };
}

/** How a file of a bundle is told from the others. */
const nameIn = ({ kind, path }: Asset): string => `${kind} ${path}`;

/** So many files are taken in at once. */
const atOnce = 2;

/** Takes in what has not been taken yet. What has begun is ended before what went wrong is told. */
async function takeInAll(
  named: readonly (readonly [string, Asset])[],
  bundle: Bundle,
  intake: Intake,
  shipped: 0 | 1,
  taken: Taken,
): Promise<void> {
  const distinct = [...new Map(named.map((one) => [nameIn(one[1]), one])).values()];
  const missing = distinct.filter(([, asset]) => !taken.hashes.has(nameIn(asset)));
  for (let i = 0; i < missing.length; i += atOnce) {
    const begun = missing
      .slice(i, i + atOnce)
      .map(async ([key, asset]) =>
        taken.hashes.set(nameIn(asset), await takenIn(bundle, key, asset, intake, shipped, taken)),
      );
    const failed = (await Promise.allSettled(begun)).find(({ status }) => status === 'rejected');
    if (failed?.status === 'rejected') throw failed.reason as Error;
  }
}

/** Takes one file of a bundle into the store. @returns its hash */
async function takenIn(
  bundle: Bundle,
  key: string,
  { path, name, kind }: Asset,
  intake: Intake,
  shipped: 0 | 1,
  { took }: Taken,
): Promise<string> {
  const from = path === undefined ? undefined : bundle.file(checkedPath(path));
  if (from === undefined) throw new Problem(422, `The bundle does not hold "${path ?? key}", which its piece names.`);
  const { sha256 } = await intake.takeIn(await intake.copy(from), name, kind, shipped);
  took(sha256);
  return sha256;
}

function asProblem<Value>(read: () => Value): Value {
  try {
    return read();
  } catch (error) {
    throw new Problem(422, error instanceof Error ? error.message : 'This piece cannot be read.');
  }
}

const folders: Record<Asset['kind'], string> = { plate: 'plates', matte: 'mattes', front: 'fronts', face: 'faces' };

/** A zip of a piece, its versions, and all files that they name, by relative path; each file is in it once. */
export function writeBundle(
  piece: Piece,
  files: Files,
  assets: AssetStore,
  versions: readonly BundledVersion[] = [],
): Uint8Array {
  const entries: Zippable = {};
  const used = new Set<string>();
  const paths = new Map<string, string>();
  const pathOf = ({ kind, name, sha256 }: Asset): string => {
    const known = paths.get(`${kind} ${sha256}`);
    if (known !== undefined) return known;
    const path = freePath(folders[kind], name, assets.get(sha256!).mime, used);
    paths.set(`${kind} ${sha256}`, path);
    entries[path] = [readFileSync(files.asset(sha256!)), { level: 0 }];
    return path;
  };
  const written = (one: Piece): Piece => ({
    ...one,
    assets: Object.fromEntries(
      Object.entries(one.assets).map(([key, asset]) => [key, { ...asset, path: pathOf(asset) }]),
    ),
  });
  const text = (value: unknown): Uint8Array => new TextEncoder().encode(`${JSON.stringify(value, null, 2)}\n`);
  entries['piece.json'] = text(written(piece));
  versions.forEach((one, i) => (entries[versionPath(i + 1)] = text({ ...one, piece: written(one.piece) })));
  return zipSync(entries);
}

const endings: Record<string, string> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
  'image/tiff': 'tif',
  'image/avif': 'avif',
  'image/svg+xml': 'svg',
  'application/pdf': 'pdf',
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
