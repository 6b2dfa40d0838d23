import { blend } from '../kernels/blend';
import { readColour, type Colour } from '../pixels/colour';
import { copyOf, emptyRaster, fillWith, type Raster } from '../pixels/raster';
import type { Region } from '../pixels/region';
import { keysOf, layGrafts, partsOf } from './layGrafts';
import { layLetters } from './layLetters';
import { contentKey, touches, type Need, type Node, type Request } from '../graph/node';
import type { GraftItem, SceneItem, VeilLayers } from './items';

/**
 * The whole composite: sheet, plates, then letters from far to near. Letters are gathered on a layer of their own, the veils over
 * them are laid on that layer, and the layer on the photograph; so a veil with nothing behind it leaves the photograph as it
 * is, to the bit, and what shows through hair is the letter and not the old background. Grafts are laid on the photograph first; over
 * letters they are veils like the others.
 */
export function sceneNode(
  paint: string | null,
  plates: readonly Node[],
  items: readonly SceneItem[],
  grafts: readonly GraftItem[] = [],
  stock: Node | null = null,
): Node {
  const ground = paint === null ? null : readColour(paint);
  /** What is seen in a request, of each thing the veils that reach it. */
  const itemsAt = (request: Request): SceneItem[] =>
    items
      .filter(({ node }) => touches(node.bounds, request))
      .map((item) => ({ ...item, over: item.over.filter(({ matte }) => touches(matte.bounds, request)) }));
  /** A plate without a gap hides the sheet, but where letters are openings to it. */
  const showsStock = (request: Request): boolean =>
    stock !== null &&
    (plates.at(-1)?.isSolid?.(request) !== true || itemsAt(request).some(({ kind }) => kind === 'hole'));
  const graftsAt = (request: Request): VeilLayers[] =>
    grafts.flatMap((graft) => partsOf(graft)).filter(({ matte }) => touches(matte.bounds, request));
  const keyOf = (list: readonly SceneItem[], grafted: readonly VeilLayers[], request?: Request): string =>
    contentKey(
      'scene',
      paint,
      stock?.key,
      plates.map((plate) => (request && plate.keyAt?.(request)) ?? plate.key),
      keysOf(grafted),
      list.map(({ node, kind, mode, isRepeated, strength, over }) => [
        node.key,
        kind,
        mode,
        isRepeated,
        strength,
        keysOf(over),
      ]),
    );
  return {
    key: keyOf(items, grafts.flatMap(partsOf)),
    channels: 4,
    bounds: null,
    isSolid: (request) => plates.at(-1)?.isSolid?.(request) === true,
    keyAt: (request) => keyOf(itemsAt(request), graftsAt(request), request),
    async asStored(request) {
      const nearest = plates.at(-1);
      return nearest?.isSolid?.(request) && itemsAt(request).length === 0 && graftsAt(request).length === 0
        ? ((await nearest.asStored?.(request)) ?? null)
        : null;
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

/** The sheet by itself: its paint, and the coats on it. */
function sheetRaster({ width, height }: Region, paint: Colour | null, stock: Raster | null): Raster {
  const out = emptyRaster(width, height, 4);
  if (paint) fillWith(out, premultiplied(paint));
  if (stock) blend(out, stock);
  return out;
}

const premultiplied = ([red, green, blue, alpha]: Colour): [number, number, number, number] => [
  red * alpha,
  green * alpha,
  blue * alpha,
  alpha,
];
