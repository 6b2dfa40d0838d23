import { Evaluator } from '../../core/graph/evaluate';
import { openMaterials } from '../../core/graph/materials';
import { planVectors, type VectorPlan } from '../../core/formats/vectors/plan';
import { isOpaque } from '../../core/formats/opaque';
import { vectorPicture } from '../../core/formats/vectors/parted';
import type { Piece } from '../../core/piece/schema';
import type { Region } from '../../core/pixels/region';
import { fileLibrary } from '../render/fileLibrary';
import type { DrawnPart } from '../render/renderSheet';
import { printedArea, type SaveOrder } from '../render/savePicture';
import { givePiece, type TilePool } from '../render/tilePool';

/** Bytes that finding out what can leave as outlines may keep. */
const planBytes = 200 * 1024 * 1024;

/** Of pieces that are drawn again and again, in windows. */
const plans = new WeakMap<Piece, VectorPlan>();

/** A piece that is about to be drawn as outlines on pictures. */
export interface VectorOrder {
  plan: VectorPlan;
  parts: readonly Pick<DrawnPart, 'name' | 'frame' | 'form'>[];
  frame: Region;
  bleedPx: number;
}

/** Finds out what leaves as outlines, and gives the threads what is to be drawn. */
export async function orderVectors(order: SaveOrder, pool: TilePool): Promise<VectorOrder> {
  const { piece, shapes, dataFolder, scale } = order;
  const materials = await openMaterials(piece.assets, fileLibrary(dataFolder, shapes));
  const plan = plans.get(piece) ?? (await planVectors(piece, materials, new Evaluator(planBytes)));
  plans.set(piece, plan);
  const { frame, bleedPx, mirrors } = printedArea(order);
  const shown = { frame, isOpaque: isOpaque(piece), mirrors };
  givePiece(pool, { dataFolder, piece, shapes, scale, parting: { kind: 'vectors', plan, ...shown } });
  const { parts } = vectorPicture(piece, materials, plan, { ...shown, scale });
  return {
    plan,
    frame,
    bleedPx,
    parts: parts.map(({ name, channels, frame: own }) => ({
      name,
      frame: own,
      form: { width: own.width, height: own.height, channels, bits: 8 },
    })),
  };
}
