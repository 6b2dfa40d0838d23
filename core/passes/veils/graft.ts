import { warpPlane } from '../../kernels/warp';
import { grow, outerPixels, type Region } from '../../pixels/region';
import { contentKey, type Node } from '../../graph/node';
import { followedBy, inverse, moved, placed, placedBounds, sizeOf, type Affine } from '../../shape/affine';
import type { Graft, Veil } from './schema';

/** Where a graft's piece of the plate comes to lie: plate px to plate px. */
export function graftPlace({ pivot, at, scale, turn, flipped }: Graft): Affine {
  const toPivot = moved(-pivot[0], -pivot[1]);
  const mirrored: Affine = flipped ? { ...toPivot, a: -1, e: pivot[0] } : toPivot;
  return followedBy(mirrored, placed(scale, turn, at[0], at[1]));
}

/** The same on the sheet: sheet px to sheet px. @param place plate px to sheet px, upright */
export function graftOnSheet(graft: Graft, place: { scale: number; x: number; y: number }): Affine {
  return followedBy(inverse(moved(place.x, place.y, place.scale)), veilOnSheet({ graft }, place));
}

/** Px around what is sampled that a bicubic reading needs. */
const taps = 3;

/**
 * A node turned, scaled, flipped and moved. What it is made of is asked for at the scale at which it comes to be seen,
 * so
 * that only turning is left for the sampling (bicubic, Keys 1981), and nothing is enlarged that the plate has more of.
 * @param map sheet px to sheet px, without shear: turning, one scale, perhaps mirrored
 */
export function movedNode(node: Node, map: Affine): Node {
  const factor = sizeOf(map);
  const back = inverse(map);
  /** Output px to px of the source at its own scale; its determinant is 1 or -1. */
  const toSource = (scale: number): Affine => {
    const own = scale * factor;
    return {
      a: back.a * factor,
      b: back.b * factor,
      c: back.c * factor,
      d: back.d * factor,
      e: back.e * own,
      f: back.f * own,
    };
  };
  const sourceOf = ({ region, scale }: { region: Region; scale: number }): Region => {
    return grow(outerPixels(placedBounds(toSource(scale), region)), taps);
  };
  return {
    key: contentKey('moved', node.key, map),
    channels: node.channels,
    bounds: node.bounds && placedBounds(map, node.bounds),
    needs: (request) => ({ source: { node, region: sourceOf(request), scale: request.scale * factor } }),
    compute(request, { source }) {
      const { x, y } = sourceOf(request);
      const { a, b, c, d, e, f } = toSource(request.scale);
      const out = warpPlane(source, [a, c, e - x, b, d, f - y, 0, 0, 1], request.region, 'bicubic', 'clear');
      // A cubic reading overshoots at a hard edge.
      for (let i = 0; i < out.data.length; i++) out.data[i] = Math.min(1, Math.max(0, out.data[i]));
      return out;
    },
  };
}

/** Where what is kept in a veil's own plate px comes to lie: plate px to sheet px. */
export function veilOnSheet({ graft }: Pick<Veil, 'graft'>, place: { scale: number; x: number; y: number }): Affine {
  const toSheet = moved(place.x, place.y, place.scale);
  return graft ? followedBy(graftPlace(graft), toSheet) : toSheet;
}
