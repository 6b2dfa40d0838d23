import { remember } from '../../render/remember';
import type { Point } from '../../shape/affine';
import type { Contour } from './schema';

/** All points of a contour in order, those between the clicked ones with them. Plate px. */
export function contourPoints(contour: Contour): Point[] {
  return contour.points.flatMap((point, i): Point[] => {
    const last = i === contour.points.length - 1;
    return [[point.x, point.y], ...(last && !contour.closed ? [] : point.via)];
  });
}

/** Twice the signed area; positive runs clockwise on a sheet whose y runs down. */
export function signedArea(points: readonly Point[]): number {
  return points.reduce((sum, [x, y], i) => {
    const [nextX, nextY] = points[(i + 1) % points.length];
    return sum + x * nextY - nextX * y;
  }, 0);
}

/** The closed contours as polygons that all run the same way round, so that contours add up and never cut each other. */
export const polygonsOf = remember((contours: readonly Contour[]): Point[][] =>
  contours.flatMap((contour) => {
    if (!contour.closed || contour.points.length < 2) return [];
    const points = contourPoints(contour);
    return [signedArea(points) < 0 ? points.reverse() : points];
  }),
);
