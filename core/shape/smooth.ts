import type { Point } from './affine';
import type { Path, Step } from './path';

/**
 * A smooth open line through points: centripetal Catmull-Rom splines as cubic Beziers, which neither loop nor overshoot
 * between unevenly spaced points (Yuksel, Schaefer and Keyser 2011).
 */
export function smoothThrough(points: readonly Point[]): Path {
  const kept = points.filter(([x, y], i) => i === 0 || x !== points[i - 1][0] || y !== points[i - 1][1]);
  if (kept.length === 0) return [];
  const steps: Step[] = [{ kind: 'move', to: kept[0] }];
  for (let i = 0; i + 1 < kept.length; i++) {
    const [from, to] = [kept[i], kept[i + 1]];
    const before = kept[i - 1] ?? mirrored(to, from);
    const after = kept[i + 2] ?? mirrored(from, to);
    steps.push({ kind: 'cubic', control1: control(before, from, to), control2: control(after, to, from), to });
  }
  return steps;
}

/** The point as far behind `about` as `point` is before it. */
const mirrored = (point: Point, about: Point): Point => [2 * about[0] - point[0], 2 * about[1] - point[1]];

/** The control point beside `from` on its way to `to`, where the line comes from `before`. */
function control(before: Point, from: Point, to: Point): Point {
  const [d1, d2] = [Math.hypot(from[0] - before[0], from[1] - before[1]), Math.hypot(to[0] - from[0], to[1] - from[1])];
  const root = Math.sqrt(d1 * d2);
  const weight = 3 * Math.sqrt(d1) * (Math.sqrt(d1) + Math.sqrt(d2));
  const one = (c: 0 | 1): number => (d1 * to[c] - d2 * before[c] + (2 * d1 + 3 * root + d2) * from[c]) / weight;
  return [one(0), one(1)];
}
