import type { Point } from '../../shape/affine';
import { onSheet, type PhotographPlacing } from '../placed';
import type { Planes } from '.';

/** Edges of a wall that stand are turned against the vertical by no more than this: their run to their rise. */
const upright = 0.27;

/** A wall that recedes: its edges to the left and to the right, each from above to below, sheet px. */
export type Wall = readonly [readonly [Point, Point], readonly [Point, Point]];

/** The surest wall of a photograph, where it has one: two of its edges stand, and its foot recedes. */
export function wallOf(found: Planes | null | undefined, photograph: PhotographPlacing): Wall | null {
  for (const { corners } of found?.planes ?? []) {
    const placed = corners.map((corner) => onSheet(corner, photograph));
    for (const k of [0, 1]) {
      const edges = [0, 2].map((step) => {
        const two = [placed[(k + step) % 4], placed[(k + step + 1) % 4]];
        const [upper, lower] = two.sort((a, b) => a[1] - b[1]);
        return [upper, lower] as const;
      });
      const stand = edges.every(([[x0, y0], [x1, y1]]) => Math.abs(x1 - x0) <= upright * (y1 - y0));
      if (!stand) continue;
      const [left, right] = edges.sort((a, b) => a[0][0] - b[0][0]);
      if (left[1][1] !== right[1][1] && right[0][0] > left[0][0]) return [left, right];
    }
  }
  return null;
}
