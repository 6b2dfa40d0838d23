import type { Point } from './affine';

/**
 * How often closed polygons run around a point, counter-clockwise turns less clockwise ones; 0 outside of them (Sunday
 * 2001).
 */
export function windingAt(polygons: readonly (readonly Point[])[], [x, y]: Point): number {
  let winding = 0;
  for (const polygon of polygons) {
    for (let i = 0; i < polygon.length; i++) {
      const [ax, ay] = polygon[i];
      const [bx, by] = polygon[(i + 1) % polygon.length];
      const side = (bx - ax) * (y - ay) - (x - ax) * (by - ay);
      if (ay <= y && by > y && side > 0) winding++;
      else if (ay > y && by <= y && side < 0) winding--;
    }
  }
  return winding;
}

/** Twice the signed area; positive runs clockwise on a sheet whose y runs down. */
export function signedArea(points: readonly Point[]): number {
  return points.reduce((sum, [x, y], i) => {
    const [nextX, nextY] = points[(i + 1) % points.length];
    return sum + x * nextY - nextX * y;
  }, 0);
}
