/// <reference lib="webworker" />
import { toBytes } from '../../../core/kernels/colour';
import type { Piece } from '../../../core/piece/schema';
import type { Raster } from '../../../core/pixels/raster';
import type { Region } from '../../../core/pixels/region';
import type { SharedTileMemory } from '../../../core/pictures/sharedTiles';
import { compile, type CompiledPiece, type Look } from '../../../core/render/compile';
import { Evaluator, Outdated } from '../../../core/graph/evaluate';
import { openMaterials, type Library } from '../../../core/graph/materials';
import type { Node } from '../../../core/graph/node';
import { scaleWithin, sheetAt } from '../../../core/graph/tiles';
import {
  averageColour,
  extentOf,
  letterAt,
  measurePiece,
  measureScene,
  shadowBeside,
  shadowColour,
  type Measures,
} from '../../../core/render/measure';
import type { SeenShadow } from '../../../core/passes/veils/seenShadow';
import { measureContrast, type MeasuredContrast } from '../../../core/passes/ink/measure';
import { legibleAt, rankSizes, type Legible, type Ranked } from '../../../core/arranging/propose';
import type { WantedSize } from '../../../core/arranging/candidates';
import type { PieceSize } from '../../../core/piece/sizeSchema';
import { makePieceAt } from '../../../core/sizes/pieceAt';
import { readFromFar, type ReadLetter } from '../../../core/proof/reading';
import { PartReceiver, type Package } from '../../../core/render/parts';
import type { Materials } from '../../../core/graph/materials';
import { httpLibrary } from '../../api/library';

/** What workers share, where the page may: stored tiles, and the number of the newest frame. */
export interface SharedMemory {
  tiles: SharedTileMemory;
  newestFrame: SharedArrayBuffer;
}

/** What the page asks of a render worker. */
export type RenderOrder =
  | { kind: 'share'; memory: SharedMemory | null }
  | { kind: 'piece'; packed: Package }
  /** `fineness`: it may be drawn with this fraction of its px; `have`: key of the picture that the page has. */
  | { kind: 'tile'; frame: number; region: Region; scale: number; fineness: number; have: string | null }
  /** Given up for a newer frame than this; null: never. */
  | { kind: 'measure'; frame: number | null }
  | { kind: 'stock'; paint: string; side: number }
  | { kind: 'colour'; centre: [number, number]; radius: number }
  | { kind: 'shadow'; region: Region }
  | { kind: 'shadow beside'; veil: string; angle: number }
  | { kind: 'extent'; veils: string[] }
  /** mm */
  | { kind: 'reading'; distance: number }
  | { kind: 'letter'; lettering: string; at: [number, number] }
  /** Arrangements of a whole piece for another size. */
  | { kind: 'rank'; piece: Piece; wanted: WantedSize }
  /** A whole piece in a size, or on its first sheet: its picture, or what can be read of it. */
  | { kind: 'size'; piece: Piece; size: PieceSize | null; side: number }
  | { kind: 'legible'; piece: Piece; size: PieceSize | null };

/**
 * What it answers. A tile whose key is the one the page has comes without a picture; `outdated`: given up for a newer
 * frame.
 */
export type RenderAnswer =
  | { kind: 'tile'; key: string; bitmap: ImageBitmap | null }
  | { kind: 'outdated' }
  | { kind: 'measure'; measures: Measures }
  | { kind: 'stock'; seen: SeenOnStock }
  | { kind: 'colour'; colour: string | null }
  | { kind: 'shadow beside'; seen: SeenShadow | null }
  | { kind: 'extent'; box: Region | null }
  | { kind: 'reading'; letters: ReadLetter[] }
  | { kind: 'letter'; start: number | null }
  | { kind: 'rank'; ranked: Ranked }
  | { kind: 'size'; bitmap: ImageBitmap }
  | { kind: 'legible'; legible: Legible }
  | { kind: 'failed'; message: string };

/** The piece in the small on a sheet of another colour, and how far each lettering stands off there, L*. */
export interface SeenOnStock {
  bitmap: ImageBitmap;
  contrast: MeasuredContrast[];
}

const rasterBytes = 128 * 1024 * 1024;
/** Besides, of the tiles that wide regions are put together from. */
const wideBytes = 96 * 1024 * 1024;
/** Stored tiles that this worker keeps where memory cannot be shared. */
const tileBytes = 160 * 1024 * 1024;
const scope = self as unknown as DedicatedWorkerGlobalScope;

let evaluator = new Evaluator(rasterBytes, wideBytes);
let library: Library | null = null;
let newestFrame: Int32Array | null = null;
const parts = new PartReceiver();
let current: { piece: Piece; compiled: Promise<CompiledPiece> } | null = null;
let opened: { assets: string; materials: Promise<Materials> } | null = null;

/** The assets of a piece; opened once for as long as they stay the same. */
function materialsOf(piece: Piece): Promise<Materials> {
  const assets = JSON.stringify(piece.assets);
  if (opened?.assets !== assets) {
    const materials = openMaterials(piece.assets, library!);
    opened = { assets, materials };
    // What failed, perhaps because the server was away, is tried again the next time.
    materials.catch(() => (opened = null));
  }
  return opened!.materials;
}

function take(packed: Package): void {
  const { piece, look } = parts.unpack(packed) as { piece: Piece; look: Look };
  const compiled = materialsOf(piece).then((materials) => compile(piece, materials, look));
  compiled.catch(() => undefined);
  current = { piece, compiled };
}

async function answer(order: Exclude<RenderOrder, { kind: 'piece' | 'share' }>): Promise<RenderAnswer> {
  if (!current) throw new Error('There is no piece to draw yet.');
  const { piece } = current;
  const compiled = await current.compiled;
  if (order.kind === 'rank') {
    const materials = await materialsOf(order.piece);
    return { kind: 'rank', ranked: await rankSizes(order.piece, order.wanted, materials, evaluator) };
  }
  if (order.kind === 'size') return { kind: 'size', bitmap: await seeSize(order) };
  if (order.kind === 'legible') {
    const materials = await materialsOf(order.piece);
    return { kind: 'legible', legible: await legibleAt(order.piece, order.size, materials, evaluator) };
  }
  if (order.kind === 'measure') {
    const { frame } = order;
    const wanted = frame === null ? evaluator : evaluator.whileWanted(() => isOld(frame));
    return { kind: 'measure', measures: await measurePiece(piece, compiled, wanted) };
  }
  if (order.kind === 'stock')
    return { kind: 'stock', seen: await seeOnStock(piece, compiled.materials, order.paint, order.side) };
  if (order.kind === 'extent') return { kind: 'extent', box: await extentOf(piece, compiled, evaluator, order.veils) };
  if (order.kind === 'reading')
    return { kind: 'reading', letters: await readFromFar(piece, compiled, evaluator, order.distance) };
  if (order.kind === 'letter')
    return { kind: 'letter', start: await letterAt(compiled, evaluator, order.lettering, order.at) };
  if (order.kind === 'shadow')
    return { kind: 'colour', colour: await shadowColour(piece, compiled, evaluator, order.region) };
  if (order.kind === 'shadow beside')
    return { kind: 'shadow beside', seen: await shadowBeside(piece, compiled, evaluator, order.veil, order.angle) };
  if (order.kind === 'colour')
    return { kind: 'colour', colour: await averageColour(compiled, evaluator, order.centre, order.radius) };
  return drawTile(piece, compiled.picture, order);
}

/** Whether something newer is wanted than a frame. */
const isOld = (frame: number): boolean => newestFrame !== null && Atomics.load(newestFrame, 0) !== frame;

/** Only what has changed is drawn; the sharp picture of a tile will also do where a coarse one is asked for. */
async function drawTile(
  piece: Piece,
  picture: Node,
  { frame, region, scale, fineness, have }: Extract<RenderOrder, { kind: 'tile' }>,
): Promise<RenderAnswer> {
  const sharpKey = picture.keyAt?.({ region, scale }) ?? picture.key;
  const key = fineness < 1 ? `${sharpKey} at ${fineness}` : sharpKey;
  if (have === sharpKey || have === key) return { kind: 'tile', key: have, bitmap: null };
  const drawn = fineness < 1 ? coarser(region, fineness, sheetAt(piece.sheet, scale * fineness)) : region;
  const raster = await evaluator.pixels(picture, { region: drawn, scale: scale * fineness }, () => isOld(frame));
  return { kind: 'tile', key, bitmap: await bitmapOf(raster, drawn) };
}

/** The px at another scale that cover a region, within the sheet. */
function coarser({ x, y, width, height }: Region, factor: number, sheet: Region): Region {
  const [left, top] = [
    Math.min(Math.floor(x * factor), sheet.width - 1),
    Math.min(Math.floor(y * factor), sheet.height - 1),
  ];
  return {
    x: left,
    y: top,
    width: Math.max(1, Math.min(Math.ceil((x + width) * factor), sheet.width) - left),
    height: Math.max(1, Math.min(Math.ceil((y + height) * factor), sheet.height) - top),
  };
}

/** Px that a lettering is measured on when it is seen on stock: a page at 300 per inch. */
const onStockPixels = 4e6;

async function seeOnStock(piece: Piece, materials: Materials, paint: string, side: number): Promise<SeenOnStock> {
  const other = { ...piece, sheet: { ...piece.sheet, paint, coats: [] } };
  const compiled = compile(other, materials);
  const scale = scaleWithin(piece.sheet, side);
  const region = sheetAt(piece.sheet, scale);
  const raster = await evaluator.pixels(compiled.picture, { region, scale });
  return {
    bitmap: await bitmapOf(raster, region),
    contrast: await measureContrast(
      compiled.letterings.map((one) => ({ ...one, part: one.lettering.ink })),
      measureScene(other, compiled, evaluator, scale),
      onStockPixels,
    ),
  };
}

async function seeSize({ piece, size, side }: Extract<RenderOrder, { kind: 'size' }>): Promise<ImageBitmap> {
  const materials = await materialsOf(piece);
  const at = size ? makePieceAt(piece, size) : piece;
  const scale = scaleWithin(at.sheet, side);
  const region = sheetAt(at.sheet, scale);
  const raster = await evaluator.pixels(compile(at, materials).picture, { region, scale });
  return bitmapOf(raster, region);
}

function bitmapOf(raster: Raster, region: Region): Promise<ImageBitmap> {
  return createImageBitmap(new ImageData(toBytes(raster, region.x, region.y), region.width, region.height), {
    premultiplyAlpha: 'default',
    colorSpaceConversion: 'none',
  });
}

function failure(error: unknown): RenderAnswer {
  if (error instanceof Outdated) return { kind: 'outdated' };
  // It may be the memory: what was kept is given back before the next try.
  evaluator = new Evaluator(rasterBytes, wideBytes);
  return { kind: 'failed', message: error instanceof Error ? error.message : String(error) };
}

/** What of an answer is handed over, not copied. */
function handedOver(reply: RenderAnswer): Transferable[] {
  if (reply.kind === 'stock') return [reply.seen.bitmap];
  if (reply.kind === 'size') return [reply.bitmap];
  return reply.kind === 'tile' && reply.bitmap ? [reply.bitmap] : [];
}

scope.onmessage = ({ data }: MessageEvent<RenderOrder>) => {
  if (data.kind === 'share') {
    library = httpLibrary(data.memory?.tiles ?? tileBytes);
    newestFrame = data.memory && new Int32Array(data.memory.newestFrame);
  } else if (data.kind === 'piece') take(data.packed);
  else {
    void answer(data)
      .catch(failure)
      .then((reply) => scope.postMessage(reply, handedOver(reply)));
  }
};
scope.postMessage('ready');
