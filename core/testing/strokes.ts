import { signedDistance } from '../kernels/distance';
import type { Mark } from '../passes/veils/scribble/marks';

/** Numbers 0..1 by a seed (Park and Miller 1988). */
export function seeded(seed: number): () => number {
  let state = (seed * 7919 + 20011) % 2147483647;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

const known = new WeakMap<Float32Array, Float32Array>();

/** Distance to the border, worked out once for each matte. */
function distanceIn(truth: Float32Array, width: number, height: number): Float32Array {
  const distance = known.get(truth) ?? signedDistance({ width, height, channels: 1, data: truth }).data;
  known.set(truth, distance);
  return distance;
}

/** How far the next point of a stroke lies at most, plate px, and how often one is looked for. */
const [stride, tries] = [260, 40];
/** Places of a stretch that are looked at. */
const looked = 60;

/**
 * Strokes as a person might draw them over a thing, from its true matte and a seed: one to four in front, well inside;
 * one to five behind, 12 to 160 px from its border or, now and then, anywhere; 12 to 50 px wide, some short.
 * @param truth coverage 0..1
 */
export function randomStrokes(truth: Float32Array, width: number, height: number, seed: number): Mark[] {
  const random = seeded(seed);
  const within = (least: number, most: number): number => least + Math.floor(random() * (most - least + 1));
  const distance = distanceIn(truth, width, height);
  const deepest = distance.reduce((most, value) => Math.max(most, value), 0);
  const inside = Math.min(10, 0.6 * deepest);
  const marks: Mark[] = [];
  const draw = (side: Mark['side'], isGood: (pixel: number) => boolean, count: number): void => {
    const places: number[] = [];
    for (let i = 0; i < distance.length; i++) if (isGood(i)) places.push(i);
    if (places.length === 0) return;
    const isClear = ([x, y]: Point, [toX, toY]: Point): boolean =>
      Array.from({ length: looked }, (_, i) => i / (looked - 1)).every((part) =>
        isGood(Math.floor(y + part * (toY - y)) * width + Math.floor(x + part * (toX - x))),
      );
    const next = ([x, y]: Point): Point | null => {
      for (let i = 0; i < tries; i++) {
        const to: Point = [x + within(-stride, stride), y + within(-stride, stride)];
        if (to[0] >= 0 && to[1] >= 0 && to[0] < width && to[1] < height && isClear([x, y], to)) return to;
      }
      return null;
    };
    for (let i = 0; i < count; i++) {
      const start = places[Math.floor(random() * places.length)];
      const points: Point[] = [[start % width, Math.floor(start / width)]];
      const wide = within(12, 50);
      while (random() < 0.75 && points.length < 6) {
        const to = next(points[points.length - 1]);
        if (!to) break;
        points.push(to);
      }
      const room = Math.min(...points.map(([x, y]) => Math.abs(distance[y * width + x])));
      if (points.length === 1) points.push([points[0][0] + 3, points[0][1]]);
      marks.push({ side, radius: Math.max(6, Math.min(wide, 1.6 * room)) / 2, points });
    }
  };
  draw('front', (i) => distance[i] > inside, within(1, 4));
  draw('behind', (i) => distance[i] < -12 && distance[i] > -160 && truth[i] < 0.02, within(1, 4));
  if (random() < 0.5) draw('behind', (i) => distance[i] < -12 && truth[i] < 0.02, 1);
  return marks;
}

type Point = [number, number];
