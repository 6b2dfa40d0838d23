import type { PlaneMap } from '../pass';
import type { Polygons } from '../../shape/offset';
import { polygonPath } from '../../shape/path';
import { warpPath } from '../../shape/warpPath';

/** Bent areas as they were before the plane was bent. */
export const unbent = (polygons: Polygons, warp: PlaneMap): Polygons => polygons.map((polygon) => polygon.map((point): [number, number] => [...warp.backward(point)]));

/** Areas of the flat plane after it is bent. @param tolerance how far, lettering px, a line may lie from the true curve */
export function bent(polygons: Polygons, warp: PlaneMap, tolerance: number): Polygons {
  return polygons.flatMap((polygon) => {
    const path = warpPath(polygonPath(polygon), { forward: warp.forward, keepsLines: false }, tolerance);
    return path.length === 0 ? [] : [path.map(({ to }): [number, number] => [to[0], to[1]])];
  });
}
