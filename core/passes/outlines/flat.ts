import { corners, type Point } from '../../shape/affine';
import type { Letters, PlaneMap } from '../../type/letters';
import type { Polygons } from '../../shape/offset';
import { polygonPath } from '../../shape/path';
import { anyBend, warpPath } from '../../shape/warpPath';

/** Bent areas as they were before the plane was bent. */
export const unbent = (polygons: Polygons, warp: PlaneMap): Polygons =>
  polygons.map((polygon) => polygon.map((point): [number, number] => [...warp.backward(point)]));

/**
 * As many times as large as it is laid out is the plane drawn where it is nearest, at most: of the corners of all
 * letters.
 */
export function nearest({ letters, warp }: Pick<Letters, 'letters' | 'warp'>): number {
  if (!warp) return 1;
  const at = ([x, y]: Point, step: number): number => {
    const [here, across, down] = [warp.forward([x, y]), warp.forward([x + step, y]), warp.forward([x, y + step])];
    return (
      (Math.hypot(across[0] - here[0], across[1] - here[1]) + Math.hypot(down[0] - here[0], down[1] - here[1])) / step
    );
  };
  const boxes = letters.flatMap(({ flatBounds, bounds }) => flatBounds ?? bounds ?? []);
  return Math.max(
    1,
    ...boxes.flatMap((box) => corners(box).map((corner) => at(corner, Math.max(1e-3, box.width / 100)))),
  );
}

/**
 * Areas of the flat plane after it is bent. @param tolerance how far, lettering px, a line may lie from the true curve
 */
export function bent(polygons: Polygons, warp: PlaneMap, tolerance: number): Polygons {
  return polygons.flatMap((polygon) => {
    const path = warpPath(polygonPath(polygon), anyBend(warp), tolerance);
    return path.length === 0 ? [] : [path.map(({ to }): [number, number] => [to[0], to[1]])];
  });
}
