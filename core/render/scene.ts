import { blend } from '../kernels/blend';
import { atopInLight } from '../kernels/coverage';
import { readColour } from '../pixels/colour';
import { emptyRaster, type Raster } from '../pixels/raster';
import { contentKey, touches, type Need, type Node, type Request } from './node';

/** One thing of the depth line: letters are laid over what is there, a veil only on the letters that lie further off. */
export type SceneItem = { kind: 'letters'; node: Node; strength: number } | { kind: 'veil'; front: Node; matte: Node };

/**
 * The whole composite: sheet, plates, then the depth line from far to near. Letters are gathered on a layer of their
 * own, veils are laid on that layer, and the layer on the photograph; so a veil with nothing behind it leaves the
 * photograph as it is, to the bit.
 */
export function sceneNode(paint: string | null, plates: readonly Node[], items: readonly SceneItem[]): Node {
  const ground = paint === null ? null : readColour(paint);
  const itemsAt = (request: Request): SceneItem[] => {
    const near: SceneItem[] = [];
    for (const item of items) {
      if (item.kind === 'letters' ? touches(item.node.bounds, request) : near.length > 0 && touches(item.matte.bounds, request)) near.push(item);
    }
    return near;
  };
  const keyOf = (list: readonly SceneItem[]): string =>
    contentKey('scene', paint, plates.map((plate) => plate.key), list.map((item) => (item.kind === 'letters' ? [item.node.key, item.strength] : [item.front.key, item.matte.key])));
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
      for (const item of itemsAt(request)) {
        if (item.kind === 'letters') needs.push({ node: item.node, region });
        else needs.push({ node: item.front, region }, { node: item.matte, region });
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

function letterLayer(items: readonly SceneItem[], inputs: readonly Raster[], width: number, height: number): Raster {
  let layer: Raster | null = null;
  let next = 0;
  for (const item of items) {
    if (item.kind === 'veil') {
      if (layer) atopInLight(layer, inputs[next], inputs[next + 1]);
      next += 2;
      continue;
    }
    const ink = inputs[next++];
    const own: Raster = item.strength === 1 ? ink : { ...ink, data: ink.data.map((value) => value * item.strength) };
    if (layer) blend(layer, own);
    else layer = copyOf(own);
  }
  return layer ?? emptyRaster(width, height, 4);
}
