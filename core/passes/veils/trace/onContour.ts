import type { Point } from '../../../shape/affine';
import { stretchPoints } from '../contour';
import type { Contour } from '../schema';

/** A place on a contour's line, plate px. */
export interface OnContour {
  /** Of the point that the stretch begins at. */
  index: number;
  at: [number, number];
  /** What lies between the stretch's ends, parted at that place. */
  before: [number, number][];
  after: [number, number][];
  distance: number;
}

/** The place on a contour that is nearest to a point; null for fewer than two points. */
export function nearestOnContour(contour: Contour, [x, y]: Point): OnContour | null {
  let nearest: OnContour | null = null;
  const { points, closed } = contour;
  const count = closed ? points.length : points.length - 1;
  for (let index = 0; index < count; index++) {
    const next = points[(index + 1) % points.length];
    const between = stretchPoints(contour, index).map(([u, v]): [number, number] => [u, v]);
    const line: Point[] = [[points[index].x, points[index].y], ...between, [next.x, next.y]];
    for (let i = 0; i + 1 < line.length; i++) {
      const [[ax, ay], [bx, by]] = [line[i], line[i + 1]];
      const [dx, dy] = [bx - ax, by - ay];
      const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
      const at: [number, number] = [ax + dx * t, ay + dy * t];
      const distance = Math.hypot(at[0] - x, at[1] - y);
      if (nearest && distance >= nearest.distance) continue;
      // A curve is drawn anew through the new point; its way needs no points of its own.
      const isCurve = points[index].to === 'smooth';
      nearest = {
        index,
        at,
        before: isCurve ? [] : between.slice(0, i),
        after: isCurve ? [] : between.slice(i),
        distance,
      };
    }
  }
  return nearest;
}
