import { boundsOf, contentKey, keyIn, type Node } from './node';
import { blend } from '../kernels/blend';
import { copyOf } from '../pixels/raster';

/**
 * One picture over another. Where the upper one has no gap, the lower one is not asked for, and its stored pixels are
 * the result's.
 */
export function laidOver(below: Node, above: Node): Node {
  const key = contentKey('laid over', below.key, above.key);
  const hides = above.isSolid?.bind(above) ?? (() => false);
  return {
    key,
    channels: 4,
    bounds: boundsOf([below, above]),
    isSolid: (request) => hides(request) || below.isSolid?.(request) === true,
    keyAt: (request) =>
      hides(request) ? keyIn(above, request) : contentKey('laid over', keyIn(below, request), keyIn(above, request)),
    asStored: async (request) => (hides(request) ? ((await above.asStored?.(request)) ?? null) : null),
    needs(request) {
      const { region } = request;
      const needs = { above: { node: above, region } };
      return hides(request) ? needs : { ...needs, below: { node: below, region } };
    },
    compute(request, inputs) {
      if (hides(request)) return inputs.above;
      const out = copyOf(inputs.below);
      blend(out, inputs.above);
      return out;
    },
  };
}
