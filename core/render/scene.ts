import { blend } from '../kernels/blend';
import { atopInLight } from '../kernels/coverage';
import { readColour } from '../pixels/colour';
import { emptyRaster, type Raster } from '../pixels/raster';
import { contentKey, touches, type Need, type Node, type Request } from './node';

/** What a veil is made of. */
export interface VeilLayers {
  front: Node;
  matte: Node;
}

/** Letters, and the veils that lie over them, from far to near. */
export interface SceneItem {
  node: Node;
  strength: number;
  over: readonly VeilLayers[];
}

/**
 * The whole composite: sheet, plates, then letters from far to near. Letters are gathered on a layer of their own, the veils over
 * them are laid on that layer, and the layer on the photograph; so a veil with nothing behind it leaves the photograph as it
 * is, to the bit, and what shows through hair is the letter and not the old background.
 */
export function sceneNode(paint: string | null, plates: readonly Node[], items: readonly SceneItem[]): Node {
  const ground = paint === null ? null : readColour(paint);
  /** What is seen in a request, of each thing the veils that reach it. */
  const itemsAt = (request: Request): SceneItem[] =>
    items.filter(({ node }) => touches(node.bounds, request)).map((item) => ({ ...item, over: item.over.filter(({ matte }) => touches(matte.bounds, request)) }));
  const keyOf = (list: readonly SceneItem[]): string =>
    contentKey('scene', paint, plates.map((plate) => plate.key), list.map(({ node, strength, over }) => [node.key, strength, over.map(({ front, matte }) => [front.key, matte.key])]));
  return {
    key: keyOf(items),
    channels: 4,
    bounds: null,
    keyAt: (request) => keyOf(itemsAt(request)),
    async asStored(request) {
      const nearest = plates.at(-1);
      return nearest?.isSolid?.(request) && itemsAt(request).length === 0 ? ((await nearest.asStored?.(request)) ?? null) : null;
    },
    needs(request) {
      const { region } = request;
      const needs: Need[] = plates.map((node) => ({ node, region }));
      for (const { node, over } of itemsAt(request)) {
        needs.push({ node, region });
        for (const { front, matte } of over) needs.push({ node: front, region }, { node: matte, region });
      }
      return needs;
    },
    compute(request, inputs) {
      const { region } = request;
      const near = itemsAt(request);
      const nearest = inputs[plates.length - 1];
      // A plate without a gap hides all that lies further off.
      const solid = plates.at(-1)?.isSolid?.(request) === true;
      if (solid && near.length === 0) return nearest;
      const out = solid ? copyOf(nearest) : emptyRaster(region.width, region.height, 4);
      if (!solid) {
        if (ground) fillGround(out, ground);
        plates.forEach((_, i) => blend(out, inputs[i]));
      }
      if (near.length > 0) blend(out, letterLayer(near, inputs.slice(plates.length), region.width, region.height));
      return out;
    },
  };
}

const copyOf = (raster: Raster): Raster => ({ ...raster, data: raster.data.slice() });

function fillGround({ data }: Raster, [red, green, blue, alpha]: readonly number[]): void {
  data.set([red * alpha, green * alpha, blue * alpha, alpha]);
  for (let filled = 4; filled < data.length; filled *= 2) data.copyWithin(filled, 0, Math.min(filled, data.length - filled));
}

/** Letters that have the same veils over them come on one layer, and the veils once over all of them. */
function letterLayer(items: readonly SceneItem[], inputs: readonly Raster[], width: number, height: number): Raster {
  const whole = emptyRaster(width, height, 4);
  let layer: Raster | null = null;
  let next = 0;
  items.forEach(({ strength, over }, i) => {
    const ink = inputs[next++];
    const own: Raster = strength === 1 ? ink : { ...ink, data: ink.data.map((value) => value * strength) };
    if (layer) blend(layer, own);
    else layer = copyOf(own);
    const following = items[i + 1]?.over;
    const isLast = !following || following.length !== over.length || following.some(({ matte }, k) => matte.key !== over[k].matte.key);
    over.forEach((_, k) => isLast && atopInLight(layer!, inputs[next + 2 * k], inputs[next + 2 * k + 1]));
    next += 2 * over.length;
    if (!isLast) return;
    blend(whole, layer);
    layer = null;
  });
  return whole;
}
