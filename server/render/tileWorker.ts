import { parentPort, workerData } from 'node:worker_threads';
import { toBytes, toWords } from '../../core/kernels/colour';
import type { Piece } from '../../core/piece/schema';
import { inDisplayP3 } from '../../core/formats/displayP3';
import { bledPicture } from '../../core/formats/bleed';
import { layeredPicture } from '../../core/formats/openRaster/layers';
import { mattesPicture } from '../../core/formats/parts/mattes';
import type { PartedPicture } from '../../core/formats/parted';
import { underbaseOf } from '../../core/formats/underbase';
import { vectorPicture, type VectorFrame } from '../../core/formats/vectors/parted';
import type { VectorPlan } from '../../core/formats/vectors/plan';
import { intersect, type Region } from '../../core/pixels/region';
import { compile } from '../../core/render/compile';
import { Evaluator } from '../../core/graph/evaluate';
import { Profile, type KindCost } from '../../core/graph/profile';
import { openMaterials } from '../../core/graph/materials';
import type { Node, Request } from '../../core/graph/node';
import { packRows, type PackedRows } from '../codecs/packRows';
import type { PackForm } from '../codecs/pictureFile';
import type { TileWorkerData } from './tilePool';
import { fileLibrary, type PictureShapes } from './fileLibrary';

/** What all tile workers of a pool draw: one piece, at one scale. */
export interface PoolPiece {
  dataFolder: string;
  piece: Piece;
  shapes: PictureShapes;
  scale: number;
  /** In which parts it leaves; as one picture when left out. */
  parting?: Parting;
}

export type Parting =
  /** @see mirroredBeyond; with a choke (sheet px) the white under it; wide: in Display P3. */
  | { kind: 'whole'; mirrors: boolean; choke?: number; isWide?: boolean }
  | ({ kind: 'vectors'; plan: VectorPlan } & Omit<VectorFrame, 'scale'>)
  | { kind: 'layers'; frame: Region }
  | { kind: 'mattes'; frame: Region };

/** A row of tiles in memory that all workers write to. */
export interface Strip {
  /** Of a picture in several parts: which one. */
  part: string;
  memory: SharedArrayBuffer;
  /** Where it lies, output px: as wide as the sheet. */
  region: Region;
  /** 3: red, green, blue; 4: straight alpha with them. */
  channels: 3 | 4;
  bits: 8 | 16;
}

export type TileOrder =
  | { kind: 'piece'; piece: PoolPiece }
  | { kind: 'tile'; region: Region; strips: readonly Strip[] }
  /** Compresses rows for a PNG; they lie in shared memory. */
  | { kind: 'pack'; rows: Uint8Array; form: PackForm };
export interface TileAnswer {
  problem: string | null;
  packed?: PackedRows;
  /** What the nodes of this tile have cost, where that is measured. */
  costs?: readonly KindCost[];
}

/** A tile is drawn once only, so little is worth keeping: what its nodes share, and what the tiles beside it read too. */
const cacheBytes = 12 * 1024 * 1024;
const tileBytes = 64 * 1024 * 1024;
const { profiles } = (workerData ?? {}) as Partial<TileWorkerData>;
const profile = profiles ? new Profile() : undefined;
const newEvaluator = (): Evaluator => new Evaluator(cacheBytes, tileBytes, profile);
let evaluator = newEvaluator();
let current: { scale: number; drawing: Promise<Drawing> } | null = null;

type Drawing = { whole: Node; isWide: boolean } | { parted: PartedPicture };

function take({ dataFolder, piece, shapes, scale, parting = { kind: 'whole', mirrors: false } }: PoolPiece): void {
  const drawing = openMaterials(piece.assets, fileLibrary(dataFolder, shapes)).then((materials): Drawing => {
    if (parting.kind === 'vectors')
      return { parted: vectorPicture(piece, materials, parting.plan, { ...parting, scale }) };
    if (parting.kind === 'mattes') return { parted: mattesPicture(compile(piece, materials), parting.frame) };
    if (parting.kind === 'layers') return { parted: layeredPicture(piece, materials, scale, parting.frame) };
    const whole = bledPicture(compile(piece, materials), piece, parting.mirrors);
    return {
      whole: parting.choke === undefined ? whole : underbaseOf(whole, parting.choke),
      isWide: parting.isWide === true,
    };
  });
  drawing.catch(() => undefined);
  current = { scale, drawing };
}

async function draw(region: Region, strips: readonly Strip[]): Promise<void> {
  const { scale, drawing } = current!;
  const known = await drawing;
  const request = { region, scale };
  if ('whole' in known) return drawWhole(known, request, strips[0]);
  const drawn = await known.parted.draw(request, evaluator);
  for (const strip of strips) {
    const bytes = drawn.get(strip.part);
    if (bytes) put(strip.channels === 4 ? bytes : opaqueBytes(bytes), new Uint8Array(strip.memory), region, strip);
  }
}

async function drawWhole(
  { whole: node, isWide }: Extract<Drawing, { whole: Node }>,
  request: Request,
  strip: Strip,
): Promise<void> {
  const { region } = request;
  const stored = strip.bits === 8 && strip.channels === 3 && !isWide ? await node.asStored?.(request) : null;
  if (stored) return put(stored.bytes, new Uint8Array(strip.memory), region, strip);
  const drawn = await evaluator.pixels(node, request);
  const raster = isWide ? inDisplayP3(drawn) : drawn;
  if (strip.bits === 16)
    put(
      strip.channels === 4 ? toWords(raster, region.x, region.y) : opaqueWords(toWords(raster, region.x, region.y)),
      new Uint16Array(strip.memory),
      region,
      strip,
    );
  else
    put(
      strip.channels === 4 ? toBytes(raster, region.x, region.y) : opaqueBytes(toBytes(raster, region.x, region.y)),
      new Uint8Array(strip.memory),
      region,
      strip,
    );
}

/** Copies a tile's rows, as far as they lie in the strip, to their places there. */
function put<Values extends Uint8Array | Uint16Array>(
  from: Values | Uint8ClampedArray,
  to: Values,
  region: Region,
  { region: whole, channels }: Strip,
): void {
  const seen = intersect(region, whole);
  if (!seen) return;
  const run = region.width * channels;
  const skipped = (seen.x - region.x) * channels;
  for (let y = seen.y; y < seen.y + seen.height; y++) {
    const at = (y - region.y) * run + skipped;
    to.set(from.subarray(at, at + seen.width * channels), ((y - whole.y) * whole.width + seen.x - whole.x) * channels);
  }
}

/** Leaves alpha out. Two functions, so that each sees one kind of array and stays fast. */
function opaqueBytes(from: Uint8ClampedArray): Uint8Array {
  const out = new Uint8Array((from.length / 4) * 3);
  for (let i = 0, at = 0; i < from.length; i += 4, at += 3) {
    out[at] = from[i];
    out[at + 1] = from[i + 1];
    out[at + 2] = from[i + 2];
  }
  return out;
}

function opaqueWords(from: Uint16Array): Uint16Array {
  const out = new Uint16Array((from.length / 4) * 3);
  for (let i = 0, at = 0; i < from.length; i += 4, at += 3) {
    out[at] = from[i];
    out[at + 1] = from[i + 1];
    out[at + 2] = from[i + 2];
  }
  return out;
}

async function carryOut(order: Exclude<TileOrder, { kind: 'piece' }>): Promise<TileAnswer> {
  if (order.kind === 'tile') {
    await draw(order.region, order.strips);
    return { problem: null, costs: profile?.take() };
  }
  const { width, channels, bits } = order.form;
  const pixelBytes = channels * (bits / 8);
  return { problem: null, packed: packRows(order.rows, width * pixelBytes, pixelBytes, bits) };
}

parentPort!.on('message', (order: TileOrder) => {
  if (order.kind === 'piece') return take(order.piece);
  carryOut(order).then(
    (answer) => parentPort!.postMessage(answer),
    (error: unknown) => {
      // It may be the memory: what was kept is given back before the next try.
      evaluator = newEvaluator();
      parentPort!.postMessage({ problem: error instanceof Error ? error.message : String(error) } satisfies TileAnswer);
    },
  );
});
