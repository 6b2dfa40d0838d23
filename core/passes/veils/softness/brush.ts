import { distanceToSegment } from '../../../shape/simplify';
import type { Point } from '../../../shape/affine';
import type { Softness } from '../schema';

/** A place that was found sharp can still be made soft, plate px. */
const leastSoftened = 0.4;

/**
 * A profile made softer or crisper under one stroke, fading over the stroke's soft rim.
 * @param factor what sigma is multiplied by in the middle of the stroke
 * @param rim fraction of the radius over which the stroke fades
 */
export function brushedSoftness(
  profile: Softness['profile'],
  { radius, points }: { radius: number; points: readonly Point[] },
  factor: number,
  rim: number,
): Softness['profile'] {
  return profile.map(([x, y, sigma]) => {
    const distance = points.reduce(
      (least, point, i) =>
        Math.min(least, distanceToSegment([x, y], point, points[Math.min(i + 1, points.length - 1)])),
      Infinity,
    );
    const t = Math.min(1, Math.max(0, (radius - distance) / Math.max(1e-6, radius * rim)));
    if (t === 0) return [x, y, sigma];
    const from = factor > 1 ? Math.max(leastSoftened, sigma) : sigma;
    return [x, y, Math.round(from * factor ** (t * t * (3 - 2 * t)) * 100) / 100];
  });
}
