import { blend } from '../kernels/blend';
import { atopInLight } from '../kernels/coverage';
import { readColour, type Colour } from '../pixels/colour';
import { emptyRaster, fillWith, type Raster } from '../pixels/raster';
import type { Region } from '../pixels/region';
import { decode, encode } from '../pixels/transfer';
import type { LetteringLayer } from '../passes/pass';
import { layLetters } from './layLetters';
import { contentKey, touches, type Need, type Node, type Request } from './node';

/** What a veil is made of. */
export interface VeilLayers {
  front: Node;
  matte: Node;
}

/** A layer of a lettering, and what is laid over it, in that order. */
export interface SceneItem extends Omit<LetteringLayer, 'parts'> {
  strength: number;
  over: readonly VeilLayers[];
}

/** A graft lies on the photograph too, not on letters alone. */
export interface GraftItem extends VeilLayers {
  shadow: VeilLayers | null;
  /** Veils that stand nearer than the graft, in the order in which they are laid. */
  over: readonly VeilLayers[];
}

/**
 * The whole composite: sheet, plates, then letters from far to near. Letters are gathered on a layer of their own, the veils over
 * them are laid on that layer, and the layer on the photograph; so a veil with nothing behind it leaves the photograph as it
 * is, to the bit, and what shows through hair is the letter and not the old background. Grafts are laid on the photograph first; over
 * letters they are veils like the others.
 */
export function sceneNode(paint: string | null, plates: readonly Node[], items: readonly SceneItem[], grafts: readonly GraftItem[] = [], stock: Node | null = null): Node {
  const ground = paint === null ? null : readColour(paint);
  /** What is seen in a request, of each thing the veils that reach it. */
  const itemsAt = (request: Request): SceneItem[] =>
    items.filter(({ node }) => touches(node.bounds, request)).map((item) => ({ ...item, over: item.over.filter(({ matte }) => touches(matte.bounds, request)) }));
  /** A plate without a gap hides the sheet, but where letters are openings to it. */
  const showsStock = (request: Request): boolean => stock !== null && (plates.at(-1)?.isSolid?.(request) !== true || itemsAt(request).some(({ kind }) => kind === 'hole'));
  const graftsAt = (request: Request): VeilLayers[] => grafts.flatMap((graft) => partsOf(graft)).filter(({ matte }) => touches(matte.bounds, request));
  const keyOf = (list: readonly SceneItem[], grafted: readonly VeilLayers[], request?: Request): string =>
    contentKey('scene', paint, stock?.key, plates.map((plate) => (request && plate.keyAt?.(request)) ?? plate.key), keysOf(grafted), list.map(({ node, kind, mode, isRepeated, strength, over }) => [node.key, kind, mode, isRepeated, strength, keysOf(over)]));
  return {
    key: keyOf(items, grafts.flatMap(partsOf)),
    channels: 4,
    bounds: null,
    isSolid: (request) => plates.at(-1)?.isSolid?.(request) === true,
    keyAt: (request) => keyOf(itemsAt(request), graftsAt(request), request),
    async asStored(request) {
      const nearest = plates.at(-1);
      return nearest?.isSolid?.(request) && itemsAt(request).length === 0 && graftsAt(request).length === 0 ? ((await nearest.asStored?.(request)) ?? null) : null;
    },
    needs(request) {
      const { region } = request;
      const needs: Need[] = plates.map((node) => ({ node, region }));
      if (showsStock(request)) needs.push({ node: stock!, region });
      for (const { front, matte } of graftsAt(request)) needs.push({ node: front, region }, { node: matte, region });
      for (const { node, over } of itemsAt(request)) {
        needs.push({ node, region });
        for (const { front, matte } of over) needs.push({ node: front, region }, { node: matte, region });
      }
      return needs;
    },
    compute(request, inputs) {
      const { region } = request;
      const near = itemsAt(request);
      const grafted = graftsAt(request);
      const nearest = inputs[plates.length - 1];
      // A plate without a gap hides all that lies further off.
      const solid = plates.at(-1)?.isSolid?.(request) === true;
      if (solid && near.length === 0 && grafted.length === 0) return nearest;
      const bare = (): Raster => sheetRaster(region, ground, sheet);
      const above = inputs.slice(plates.length);
      const sheet = showsStock(request) ? above.shift()! : null;
      const out = solid ? copyOf(nearest) : bare();
      if (!solid) plates.forEach((_, i) => blend(out, inputs[i]));
      layGrafts(out, grafts, grafted, above.splice(0, 2 * grafted.length), solid);
      layLetters(out, near, above, bare);
      return out;
    },
  };
}

/** A graft's shadow, the graft, and the veils that stand before both, as they are asked for. */
const partsOf = ({ shadow, front, matte, over }: GraftItem): VeilLayers[] => [...(shadow ? [shadow] : []), { front, matte }, ...over];
const keysOf = (layers: readonly VeilLayers[]): string[][] => layers.map(({ front, matte }) => [front.key, matte.key]);

/**
 * Lays grafts and their shadows on the ground, from far to near.
 * @param parts what was asked for, and @param inputs its colours and mattes; a layer that reaches nothing here is in neither
 * @param solid the ground is opaque everywhere
 */
function layGrafts(out: Raster, grafts: readonly GraftItem[], parts: readonly VeilLayers[], inputs: readonly Raster[], solid: boolean): void {
  let next = 0;
  /** The pixels of a layer, where it is the next of those asked for. */
  const take = (layer: VeilLayers): { front: Raster; matte: Raster } | null => {
    if (parts[next]?.matte.key !== layer.matte.key || parts[next].front.key !== layer.front.key) return null;
    next++;
    return { front: inputs[2 * next - 2], matte: inputs[2 * next - 1] };
  };
  for (const { shadow, front, matte, over } of grafts) {
    const laid = [shadow && take(shadow), take({ front, matte })];
    const before = over.flatMap((veil) => take(veil) ?? []);
    for (const layer of laid) {
      if (!layer) continue;
      const colour = copyOf(layer.front);
      // What stands nearer is in the photograph already: there the graft takes on its colour.
      for (const veil of before) atopInLight(colour, veil.front, veil.matte);
      if (solid) atopInLight(out, colour, layer.matte);
      else overInLight(out, colour, layer.matte);
    }
  }
}

/** Source-over in linear light on a ground that may be clear. @param colour opaque, @param matte its coverage */
function overInLight({ data }: Raster, colour: Raster, { data: shares }: Raster): void {
  for (let i = 0, at = 0; i < shares.length; i++, at += 4) {
    const share = shares[i];
    if (share <= 0) continue;
    const below = data[at + 3] * (1 - share);
    const alpha = share + below;
    for (let c = 0; c < 3; c++) {
      const light = decode(colour.data[at + c]) * share + (below > 0 ? decode(data[at + c] / data[at + 3]) * below : 0);
      data[at + c] = encode(light / alpha) * alpha;
    }
    data[at + 3] = alpha;
  }
}

/** The sheet by itself: its paint, and the coats on it. */
function sheetRaster({ width, height }: Region, paint: Colour | null, stock: Raster | null): Raster {
  const out = emptyRaster(width, height, 4);
  if (paint) fillWith(out, premultiplied(paint));
  if (stock) blend(out, stock);
  return out;
}

const copyOf = (raster: Raster): Raster => ({ ...raster, data: raster.data.slice() });

const premultiplied = ([red, green, blue, alpha]: Colour): [number, number, number, number] => [red * alpha, green * alpha, blue * alpha, alpha];
