import type { Point } from '../../../shape/affine';
import { distanceToSegment } from '../../../shape/simplify';
import { evenly } from './line';

/** Looked up once: these loops are hot. */
const { floor, max, min, sqrt } = Math;

/** A border is compared with its own running mean over so many px. */
const smoothedOver = 15;
/** What lies this near to the picture's rim is no border of the thing, px. */
const rim = 4;

const isWithin = ([x, y]: Point, width: number, height: number): boolean =>
  x > rim && y > rim && x < width - rim && y < height - rim;

/**
 * How rough borders are: the root mean square of their distance from their own smoothing, px. A circle's own bend counts
 * as 15 squared over 24 radii.
 * @returns null where there is no border to be told of
 */
export function roughness(lines: readonly (readonly Point[])[], width: number, height: number): number | null {
  const reach = (smoothedOver - 1) / 2;
  let [sum, count] = [0, 0];
  for (const line of lines) {
    const points = evenly(line, 1);
    if (points.length < 2 * smoothedOver) continue;
    points.forEach((point, i) => {
      let [x, y] = [0, 0];
      for (let k = -reach; k <= reach; k++) {
        const other = points[(i + k + points.length) % points.length];
        if (!isWithin(other, width, height)) return;
        x += other[0] / smoothedOver;
        y += other[1] / smoothedOver;
      }
      sum += (point[0] - x) ** 2 + (point[1] - y) ** 2;
      count++;
    });
  }
  return count > 0 ? sqrt(sum / count) : null;
}

/** Farther apart than this is not looked, px. */
const farthest = 12;

/** How far each px of some borders lies from others, px, in no order; `farthest` where they are nowhere near. */
export function bordersApart(
  lines: readonly (readonly Point[])[],
  others: readonly (readonly Point[])[],
  width: number,
  height: number,
): number[] {
  const cell = 4;
  const columns = floor(width / cell) + 1;
  const near = new Map<number, [Point, Point][]>();
  const cellOf = (x: number, y: number): number => floor(y / cell) * columns + floor(x / cell);
  for (const line of others)
    line.forEach((from, i) => {
      const key = cellOf(from[0], from[1]);
      const kept = near.get(key);
      const segment: [Point, Point] = [from, line[(i + 1) % line.length]];
      if (kept) kept.push(segment);
      else near.set(key, [segment]);
    });
  const reach = farthest / cell;
  return lines.flatMap((line) =>
    evenly(line, 1).flatMap((point) => {
      if (!isWithin(point, width, height)) return [];
      let least = farthest;
      const [column, row] = [floor(point[0] / cell), floor(point[1] / cell)];
      for (let v = row - reach; v <= row + reach; v++)
        for (let u = max(0, column - reach); u <= min(columns - 1, column + reach); u++)
          for (const [from, to] of near.get(v * columns + u) ?? [])
            least = min(least, distanceToSegment(point, from, to));
      return [least];
    }),
  );
}
