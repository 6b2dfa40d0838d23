import { atopInLight, fade, over } from '../pixels/composite';
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
      const out = emptyRaster(region.width, region.height, 4);
      if (ground) fillGround(out, ground);
      plates.forEach((_, i) => over(out, inputs[i]));
      const near = itemsAt(request);
      if (near.length > 0) over(out, letterLayer(near, inputs.slice(plates.length), region.width, region.height));
      return out;
    },
  };
}

function fillGround(out: Raster, [red, green, blue, alpha]: readonly number[]): void {
  for (let i = 0; i < out.data.length; i += 4) {
    out.data[i] = red * alpha;
    out.data[i + 1] = green * alpha;
    out.data[i + 2] = blue * alpha;
    out.data[i + 3] = alpha;
  }
}

function letterLayer(items: readonly SceneItem[], inputs: readonly Raster[], width: number, height: number): Raster {
  const layer = emptyRaster(width, height, 4);
  let next = 0;
  for (const item of items) {
    if (item.kind === 'veil') {
      atopInLight(layer, inputs[next], inputs[next + 1]);
      next += 2;
      continue;
    }
    const ink = inputs[next++];
    if (item.strength === 1) over(layer, ink);
    else {
      const weak = { ...ink, data: ink.data.slice() };
      fade(weak, item.strength);
      over(layer, weak);
    }
  }
  return layer;
}
