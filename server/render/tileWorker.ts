import { parentPort } from 'node:worker_threads';
import { toBytes, toWords } from '../../core/kernels/colour';
import type { Piece } from '../../core/piece/schema';
import type { Region } from '../../core/pixels/region';
import { compile } from '../../core/render/compile';
import { Evaluator } from '../../core/graph/evaluate';
import { openMaterials } from '../../core/graph/materials';
import type { Node } from '../../core/graph/node';
import { packRows, type PackedRows } from '../codecs/packRows';
import type { PictureForm } from '../codecs/pictureFile';
import { fileLibrary, type PictureShapes } from './fileLibrary';

/** What all tile workers of a pool draw: one piece, at one scale. */
export interface PoolPiece {
  dataFolder: string;
  piece: Piece;
  shapes: PictureShapes;
  scale: number;
}

/** A row of tiles in memory that all workers write to. */
export interface Strip {
  memory: SharedArrayBuffer;
  /** Where it lies, output px: as wide as the sheet. */
  region: Region;
  /** 3: red, green, blue; 4: straight alpha with them. */
  channels: 3 | 4;
  bits: 8 | 16;
}

export type TileOrder =
  | { kind: 'piece'; piece: PoolPiece }
  | { kind: 'tile'; region: Region; strip: Strip }
  /** Compresses rows for a PNG; they lie in shared memory. */
  | { kind: 'pack'; rows: Uint8Array; form: PictureForm };
export type TileAnswer = { problem: string | null; packed?: PackedRows };

/** A tile is drawn once only, so little is worth keeping: what its nodes share. */
const cacheBytes = 12 * 1024 * 1024;
let evaluator = new Evaluator(cacheBytes);
let current: { scale: number; picture: Promise<Node> } | null = null;

function take({ dataFolder, piece, shapes, scale }: PoolPiece): void {
  const picture = openMaterials(piece.assets, fileLibrary(dataFolder, shapes)).then(
    (materials) => compile(piece, materials).picture,
  );
  picture.catch(() => undefined);
  current = { scale, picture };
}

async function draw(region: Region, strip: Strip): Promise<void> {
  const { scale, picture } = current!;
  const node = await picture;
  const stored = strip.bits === 8 && strip.channels === 3 ? await node.asStored?.({ region, scale }) : null;
  if (stored) return put(stored.bytes, new Uint8Array(strip.memory), region, strip);
  const raster = await evaluator.pixels(node, { region, scale });
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

/** Copies a tile's rows to their places in the strip. */
function put<Values extends Uint8Array | Uint16Array>(
  from: Values | Uint8ClampedArray,
  to: Values,
  region: Region,
  { region: whole, channels }: Strip,
): void {
  const run = region.width * channels;
  for (let y = 0; y < region.height; y++)
    to.set(
      from.subarray(y * run, (y + 1) * run),
      ((region.y - whole.y + y) * whole.width + region.x - whole.x) * channels,
    );
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
    await draw(order.region, order.strip);
    return { problem: null };
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
      evaluator = new Evaluator(cacheBytes);
      parentPort!.postMessage({ problem: error instanceof Error ? error.message : String(error) } satisfies TileAnswer);
    },
  );
});
