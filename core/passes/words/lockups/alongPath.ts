import { z } from 'zod';
import { smoothThrough } from '../../../shape/smooth';
import { flatten } from '../../../shape/path';
import type { Point } from '../../../shape/affine';
import { setAlong, type Curve } from './along';
import { leftShare, type Lockup } from './lockup';

const schema = z.strictObject({
  kind: z.literal('path'),
  /** Points that a smooth line passes through, lettering px. */
  points: z
    .array(z.tuple([z.number().min(-1e6).max(1e6), z.number().min(-1e6).max(1e6)]))
    .min(2)
    .max(500),
  /** How far the words are slid along it, px. */
  offset: z.number().min(-1e6).max(1e6),
});

/** Letters standing on a line that was drawn on the sheet; beyond its ends it runs on straight. */
export const pathLockup: Lockup<z.infer<typeof schema>> = {
  kind: 'path',
  title: 'Along a line drawn on the sheet',
  schema,
  place(lines, { points, offset }, measure) {
    const curve = curveThrough(points);
    return setAlong(lines, curve, curve.length * leftShare(measure.alignment) + offset, measure);
  },
};

/** A smooth line through points as a curve that can be walked along. */
export function curveThrough(points: readonly Point[]): Curve {
  const line = withoutRepeats(flatten(smoothThrough(points))[0] ?? []);
  const reached = [0];
  for (let i = 1; i < line.length; i++)
    reached.push(reached[i - 1] + Math.hypot(line[i][0] - line[i - 1][0], line[i][1] - line[i - 1][1]));
  return {
    length: reached[reached.length - 1],
    frameAt(distance) {
      if (line.length < 2) return { a: 1, b: 0, c: 0, d: 1, e: (line[0]?.[0] ?? 0) + distance, f: line[0]?.[1] ?? 0 };
      const i = segmentAt(reached, distance);
      const length = reached[i + 1] - reached[i];
      const [dx, dy] = [(line[i + 1][0] - line[i][0]) / length, (line[i + 1][1] - line[i][1]) / length];
      const along = distance - reached[i];
      return { a: dx, b: dy, c: -dy, d: dx, e: line[i][0] + dx * along, f: line[i][1] + dy * along };
    },
  };
}

const withoutRepeats = (line: readonly Point[]): Point[] =>
  line.filter(([x, y], i) => i === 0 || Math.hypot(x - line[i - 1][0], y - line[i - 1][1]) > 1e-9);

/** The segment that a distance falls into; the first or the last one beyond the ends. */
function segmentAt(reached: readonly number[], distance: number): number {
  let [low, high] = [0, reached.length - 2];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (reached[middle] <= distance) low = middle;
    else high = middle - 1;
  }
  return low;
}
