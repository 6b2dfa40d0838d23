import { seeded } from '../../shape/seeded';
import type { Segment } from './segments';

/** Looked up once: these loops are hot. */
const { abs, hypot, max, min, PI, sin } = Math;

/** A point of the picture's plane, or a direction where the last is 0: homogeneous. */
export type Homogeneous = readonly [number, number, number];

/** Where lines meet that are parallel in the scene. */
export interface Vanishing {
  at: Homogeneous;
  /** Segments that point there, by number. */
  supporters: number[];
  /** Their length together, px. */
  length: number;
}

/** A segment points to a place within this angle, rad; and it counts as this much of its length when it just does. */
const within = (1.6 * PI) / 180;
const draws = 900;
/** A place where so small a part of all the length points is chance. */
const leastShare = 0.1;

/**
 * Vanishing points: pairs of segments are drawn, the place where most length points is taken (RANSAC: Fischler and Bolles
 * 1981), made better by least squares, and what points there is set aside for the next.
 * @param size of the picture, px: coordinates are taken from its middle
 * @returns px; up to three, the best supported first
 */
export function vanishingPoints(segments: readonly Segment[], size: { width: number; height: number }): Vanishing[] {
  const scale = max(size.width, size.height) / 2;
  const middle: [number, number] = [size.width / 2, size.height / 2];
  const lines = segments.map((segment) => lineOf(segment, middle, scale));
  const all = segments.reduce((sum, { length }) => sum + length, 0);
  const random = seeded(1981);
  let left = segments.map((_, i) => i);
  const out: Vanishing[] = [];
  for (let round = 0; round < 3 && left.length >= 6; round++) {
    const best = draw(lines, left, random);
    if (!best || best.length * scale < leastShare * all) break;
    const refined = refine(lines, left, best);
    const [x, y, w] = refined.at;
    out.push({
      at: abs(w) < 1e-3 * hypot(x, y) ? [x, y, 0] : [(x / w) * scale + middle[0], (y / w) * scale + middle[1], 1],
      supporters: refined.supporters,
      length: refined.length * scale,
    });
    const gone = new Set(refined.supporters);
    left = left.filter((i) => !gone.has(i));
  }
  return out;
}

interface Line {
  /** a x + b y + c = 0, with a and b of length 1. */
  line: Homogeneous;
  middle: readonly [number, number];
  along: readonly [number, number];
  length: number;
}

function lineOf({ from, to, length }: Segment, [cx, cy]: readonly [number, number], scale: number): Line {
  const [x0, y0, x1, y1] = [(from[0] - cx) / scale, (from[1] - cy) / scale, (to[0] - cx) / scale, (to[1] - cy) / scale];
  const far = hypot(x1 - x0, y1 - y0);
  const along: [number, number] = [(x1 - x0) / far, (y1 - y0) / far];
  return {
    line: [-along[1], along[0], along[1] * x0 - along[0] * y0],
    middle: [(x0 + x1) / 2, (y0 + y1) / 2],
    along,
    length: length / scale,
  };
}

export const cross = (a: Homogeneous, b: Homogeneous): Homogeneous => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** How far a line misses a place: the sine of the angle at its middle. */
function missOf({ middle, along }: Line, [x, y, w]: Homogeneous): number {
  const [dx, dy] = [x - w * middle[0], y - w * middle[1]];
  const far = hypot(dx, dy);
  return far < 1e-9 ? 1 : abs(dx * along[1] - dy * along[0]) / far;
}

function supportOf(lines: readonly Line[], some: readonly number[], at: Homogeneous): number {
  const limit = sin(within);
  let sum = 0;
  for (const i of some) {
    const miss = missOf(lines[i], at);
    if (miss < limit) sum += lines[i].length * (1 - (miss / limit) ** 2);
  }
  return sum;
}

function draw(
  lines: readonly Line[],
  some: readonly number[],
  random: () => number,
): { at: Homogeneous; length: number } | null {
  let best: { at: Homogeneous; length: number } | null = null;
  // Long ones say more: the first half of the list is drawn from more often.
  const pick = (): number => some[min(some.length - 1, (random() ** 2 * some.length) | 0)];
  for (let k = 0; k < draws; k++) {
    const [a, b] = [pick(), pick()];
    if (a === b) continue;
    const at = cross(lines[a].line, lines[b].line);
    if (hypot(...at) < 1e-6) continue;
    const length = supportOf(lines, some, at);
    if (!best || length > best.length) best = { at, length };
  }
  return best;
}

function refine(lines: readonly Line[], some: readonly number[], start: { at: Homogeneous }): Vanishing {
  let { at } = start;
  const limit = sin(within);
  const near = (): number[] => some.filter((i) => missOf(lines[i], at) < limit);
  for (let round = 0; round < 6; round++) {
    const m = [0, 0, 0, 0, 0, 0];
    for (const i of near()) {
      const { line, length, middle } = lines[i];
      // A line far from the place is less certain there: errors of angle are what is alike.
      const far = max(0.1, hypot(at[0] - at[2] * middle[0], at[1] - at[2] * middle[1]) / max(1e-9, hypot(...at)));
      const weight = (length / far) ** 2 * max(0, 1 - (missOf(lines[i], at) / limit) ** 2);
      const [a, b, c] = line;
      [a * a, a * b, a * c, b * b, b * c, c * c].forEach((value, k) => (m[k] += weight * value));
    }
    at = leastDirection(m, at);
  }
  const supporters = near();
  return { at, supporters, length: supporters.reduce((sum, i) => sum + lines[i].length, 0) };
}

/** The direction in which a symmetric 3 x 3 matrix (upper half, by rows) is least: inverse iteration from a guess. */
function leastDirection([a, b, c, d, e, f]: readonly number[], guess: Homogeneous): Homogeneous {
  const shift = 1e-9 * (a + d + f) + 1e-15;
  const [p, q, r] = [a + shift, d + shift, f + shift];
  // Rows of the adjugate: the inverse but for its size.
  const inverse = [
    [q * r - e * e, c * e - b * r, b * e - c * q],
    [c * e - b * r, p * r - c * c, b * c - p * e],
    [b * e - c * q, b * c - p * e, p * q - b * b],
  ];
  let v: number[] = [...guess];
  for (let round = 0; round < 8; round++) {
    v = inverse.map((row) => row[0] * v[0] + row[1] * v[1] + row[2] * v[2]);
    const length = hypot(...v);
    if (!(length > 0)) return guess;
    v = v.map((value) => value / length);
  }
  return [v[0], v[1], v[2]];
}
