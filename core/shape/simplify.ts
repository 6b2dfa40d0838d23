import type { Point } from './affine';

/**
 * Leaves out points of a line that lie within `tolerance` of it (Ramer 1972; Douglas and Peucker 1973).
 * The first and the last point stay.
 */
export function simplify(points: readonly Point[], tolerance: number): Point[] {
  if (points.length < 3) return [...points];
  const keep = new Uint8Array(points.length);
  keep[0] = keep[points.length - 1] = 1;
  const open: [number, number][] = [[0, points.length - 1]];
  for (let span = open.pop(); span; span = open.pop()) {
    const [from, to] = span;
    let farthest = -1;
    let distance = tolerance;
    for (let i = from + 1; i < to; i++) {
      const d = distanceToSegment(points[i], points[from], points[to]);
      if (d > distance) [farthest, distance] = [i, d];
    }
    if (farthest < 0) continue;
    keep[farthest] = 1;
    open.push([from, farthest], [farthest, to]);
  }
  return points.filter((_, i) => keep[i]);
}

/** Distance of a point to a segment, in the points' units. */
export function distanceToSegment([x, y]: Point, [ax, ay]: Point, [bx, by]: Point): number {
  const [dx, dy] = [bx - ax, by - ay];
  const length2 = dx * dx + dy * dy;
  const t = length2 === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / length2));
  return Math.hypot(x - ax - t * dx, y - ay - t * dy);
}
