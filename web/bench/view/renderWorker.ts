/// <reference lib="webworker" />
import type { Piece } from '../../../core/piece/schema';
import { toBytes } from '../../../core/pixels/quantise';
import type { Region } from '../../../core/pixels/region';
import { compile, type CompiledPiece, type Look } from '../../../core/render/compile';
import { Evaluator } from '../../../core/render/evaluate';
import { openMaterials } from '../../../core/render/materials';
import { averageColour, measurePiece, type Measures } from '../../../core/render/measure';
import { httpLibrary } from '../../api/library';

/** What the page asks of a render worker. `revision` names the piece and look that are meant. */
export type RenderOrder =
  | { kind: 'piece'; revision: number; piece: Piece; look: Look }
  | { kind: 'tile'; id: number; region: Region; scale: number; have: string | null }
  | { kind: 'measure'; id: number }
  | { kind: 'colour'; id: number; centre: [number, number]; radius: number };

/** What it answers. A tile whose key is the one the page has comes without a picture. */
export type RenderAnswer =
  | { kind: 'tile'; id: number; key: string; bitmap: ImageBitmap | null }
  | { kind: 'measure'; id: number; measures: Measures }
  | { kind: 'colour'; id: number; colour: string | null }
  | { kind: 'failed'; id: number; message: string };

const rasterBytes = 192 * 1024 * 1024;
const tileBytes = 192 * 1024 * 1024;
const evaluator = new Evaluator(rasterBytes);
const library = httpLibrary(tileBytes);
const scope = self as unknown as DedicatedWorkerGlobalScope;

let current: { piece: Piece; compiled: Promise<CompiledPiece> } | null = null;

function take(piece: Piece, look: Look): void {
  const compiled = openMaterials(piece, library).then((materials) => compile(piece, materials, look));
  compiled.catch(() => undefined);
  current = { piece, compiled };
}

async function answer(order: Exclude<RenderOrder, { kind: 'piece' }>): Promise<RenderAnswer> {
  if (!current) throw new Error('There is no piece to draw yet.');
  const { piece } = current;
  const compiled = await current.compiled;
  if (order.kind === 'measure') return { kind: 'measure', id: order.id, measures: await measurePiece(piece, compiled, evaluator) };
  if (order.kind === 'colour') return { kind: 'colour', id: order.id, colour: await averageColour(compiled, evaluator, order.centre, order.radius) };
  const { region, scale } = order;
  const request = { region, scale };
  const key = compiled.picture.keyAt?.(request) ?? compiled.picture.key;
  if (key === order.have) return { kind: 'tile', id: order.id, key, bitmap: null };
  const raster = await evaluator.pixels(compiled.picture, request);
  const bytes = toBytes(raster, region.x, region.y);
  const bitmap = await createImageBitmap(new ImageData(bytes, region.width, region.height), { premultiplyAlpha: 'default', colorSpaceConversion: 'none' });
  return { kind: 'tile', id: order.id, key, bitmap };
}

scope.onmessage = ({ data }: MessageEvent<RenderOrder>) => {
  if (data.kind === 'piece') return take(data.piece, data.look);
  answer(data).then(
    (reply) => scope.postMessage(reply, reply.kind === 'tile' && reply.bitmap ? [reply.bitmap] : []),
    (error: unknown) => scope.postMessage({ kind: 'failed', id: data.id, message: error instanceof Error ? error.message : String(error) }),
  );
};
scope.postMessage('ready');
