import { smoothStep } from '../../../pixels/smoothStep';
import type { Point } from '../../../shape/affine';
import { signedArea } from '../../../shape/winding';
import { noiseAt } from '../noise';
import type { Drips } from '../schema';
import { stretchesAt } from './column';

/** Stretches of an edge are no longer than this part of the size of its waves. */
const finest = 1 / 10;
/** No outline gets more points. */
const mostPoints = 4000;

/**
 * Lower edges that sag as if molten, in rounded waves, or are torn, inwards and ragged; what faces another way stays.
 * @param polygons of one letter, in a frame whose y runs the way that drips run; lettering px
 */
export function workedEdges(
  polygons: readonly (readonly Point[])[],
  { as, depth, size }: NonNullable<Drips['edge']>,
  seed: number,
  em: number,
): Point[][] {
  const largest = polygons.reduce((most, one) => {
    const area = signedArea(one);
    return Math.abs(area) > Math.abs(most) ? area : most;
  }, 0);
  // On which side of their lines polygons have the letter's inside; counters run the other way round.
  const outward = largest > 0 ? 1 : -1;
  const [far, wave] = [depth * em, size * em];
  const from = seed * 17.31;
  return polygons.map((polygon) => {
    const fine = finely(polygon, wave * (as === 'torn' ? finest / 2 : finest));
    if (as === 'torn') return torn(polygons, fine, facesDown(fine, outward, 0), far, wave, from);
    const faces = facesDown(fine, outward, wave / 4);
    return fine.map(([x, y], i): Point => {
      const height = 0.5 + 0.5 * noiseAt(x / wave + from, 0.5);
      return [x, y + far * faces[i] * height * height * 1.6];
    });
  });
}

/** Ragged at three sizes; never torn farther than the letter is thick there, so that nothing comes out at another side. */
function torn(
  polygons: readonly (readonly Point[])[],
  points: readonly Point[],
  faces: readonly number[],
  far: number,
  wave: number,
  from: number,
): Point[] {
  const raggedAt = (x: number, y: number, times: number): number =>
    Math.abs(noiseAt((x / wave) * times + from, (y / wave) * times));
  const out = points.map(([x, y], i): Point => {
    if (faces[i] <= 0) return [x, y];
    const ragged = 0.55 * raggedAt(x, y, 1) + 0.3 * raggedAt(x, y, 3) + 0.25 * raggedAt(x, y, 8);
    const letter = stretchesAt(polygons, x).find((one) => Math.abs(one.to - y) < 1e-3 * wave);
    return letter ? [x, Math.max(letter.from, y - far * faces[i] * ragged)] : [x, y];
  });
  // A side goes with its end that was torn off, up to where it goes on.
  const count = out.length;
  const isTornOff = (at: number, end: number): boolean =>
    faces[at] <= 0 && points[at][1] <= points[end][1] + 1e-6 && out[at][1] > out[end][1];
  for (const way of [1, -1])
    for (let i = 0; i < count; i++) {
      if (faces[i] <= 0) continue;
      const beside = (k: number): number => (((i + k * way) % count) + count) % count;
      for (let k = 1; k < count && isTornOff(beside(k), i); k++) out[beside(k)] = out[i];
    }
  return out;
}

/** The same polygon with more points. */
function finely(polygon: readonly Point[], longest: number): Point[] {
  const around = polygon.reduce((sum, from, i) => sum + distance(from, polygon[(i + 1) % polygon.length]), 0);
  const step = Math.max(longest, around / mostPoints);
  return polygon.flatMap((from, i) => {
    const to = polygon[(i + 1) % polygon.length];
    const count = Math.max(1, Math.ceil(distance(from, to) / step));
    return Array.from({ length: count }, (_, k): Point => {
      const t = k / count;
      return [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t];
    });
  });
}

const distance = (a: Point, b: Point): number => Math.hypot(b[0] - a[0], b[1] - a[1]);

/** How far each point faces down, 0 to 1, evened along the line so that nothing starts with a step. */
function facesDown(points: readonly Point[], outward: number, over: number): number[] {
  const count = points.length;
  const own = points.map((_, i) => {
    const [before, after] = [points[(i + count - 1) % count], points[(i + 1) % count]];
    const long = distance(before, after);
    return long > 0 ? smoothStep(((outward * (before[0] - after[0])) / long - 0.25) / 0.6) : 0;
  });
  return own.map((value, i) => {
    if (value <= 0 || over <= 0) return value;
    // The least of what is near: at a corner the edge stays where it is.
    let [least, back, forth] = [value, 0, 0];
    for (let k = 1; k < count && (back < over || forth < over); k++) {
      if (back < over) {
        const at = (i + count - k) % count;
        back += distance(points[at], points[(at + 1) % count]);
        least = Math.min(least, Math.max(own[at], back / over));
      }
      if (forth < over) {
        const at = (i + k) % count;
        forth += distance(points[at], points[(at + count - 1) % count]);
        least = Math.min(least, Math.max(own[at], forth / over));
      }
    }
    return Math.max(0, least);
  });
}
