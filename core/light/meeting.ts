import { between } from '../pixels/between';
import type { Raster } from '../pixels/raster';

/** Looked up once: these loops are hot. */
const { floor, min, sqrt } = Math;

/** A way is followed in steps no longer than this, px. */
const stride = 0.75;

/**
 * Where a way from a place first meets what is covered, and how far the px is covered by then; null where it does not.
 * What is sure to be empty is stepped over by its distance to what is covered (Hart 1996).
 * @param cover one channel @param distance signed, of the same px, positive within
 * @param dx the whole way, px
 */
export function meeting(
  cover: Raster,
  distance: Raster,
  x: number,
  y: number,
  dx: number,
  dy: number,
): [x: number, y: number, alpha: number] | null {
  const long = sqrt(dx * dx + dy * dy);
  const ux = long > 0 ? dx / long : 0;
  const uy = long > 0 ? dy / long : 0;
  let covered = 0;
  let hit = -1;
  let best = 0;
  for (let far = 0; ;) {
    const qx = x + ux * far;
    const qy = y + uy * far;
    const column = floor(qx);
    const row = floor(qy);
    if (column < 0 || row < 0 || column >= cover.width || row >= cover.height) break;
    const off = -distance.data[row * cover.width + column];
    if (off <= 2.5) {
      const value = between(cover, qx, qy);
      if (value > covered) {
        covered = value;
        best = far;
      }
      if (hit < 0 && value >= 0.5) hit = far;
      // Behind its edge a side is whole: how far it covers the px is known a little later.
      if (value >= 0.995) break;
    }
    if (far >= long) break;
    // The very end is looked at too.
    far = min(long, far + (off > 2.5 ? off - 1.5 : stride));
  }
  if (covered <= 0.004) return null;
  const at = hit < 0 ? best : hit;
  return [x + ux * at, y + uy * at, min(1, covered)];
}
