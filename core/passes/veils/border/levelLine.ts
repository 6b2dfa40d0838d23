import type { Point } from '../../../shape/affine';
import { contoursOf } from './contours';

/**
 * The lines along which a matte crosses the half, what is in front to their right: the cells' crossings are
 * interpolated (Lorensen and Cline 1987, in the plane).
 * @param matte 0..255
 */
export function levelLines(matte: Uint8Array, width: number, height: number): Point[][] {
  const mask = matte.map((value) => (value >= 128 ? 1 : 0));
  const at = (x: number, y: number): number =>
    matte[Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x))];
  return contoursOf(mask, width, height, 2).map((line) =>
    line.map(([x, y]): Point => {
      // A point in the middle of a px side lies between two px' middles.
      const isUpright = Number.isInteger(x);
      const [u, v] = [Math.floor(x), Math.floor(y)];
      const [first, second] = isUpright ? [at(u - 1, v), at(u, v)] : [at(u, v - 1), at(u, v)];
      const share = first === second ? 0.5 : (127.5 - first) / (second - first);
      const shift = Math.min(1, Math.max(0, share)) - 0.5;
      return isUpright ? [x + shift, y] : [x, y + shift];
    }),
  );
}
