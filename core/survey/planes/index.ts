import { horizonAmong } from './horizon';
import { longestLines, type Line } from './lines';
import type { Finding, Measure } from '../measure';
import { quantile } from '../statistics';
import type { View } from '../view';
import { straightEdges, type Segment } from './segments';
import { cross, vanishingPoints, type Homogeneous, type Vanishing } from './vanishing';

/** Looked up once: these loops are hot. */
const { atan2, hypot, max, min, PI } = Math;

type Corner = readonly [number, number];

/** Where lines that are parallel in the scene meet in the picture, and planes between two sets of them. */
export interface Planes extends Finding {
  /** The best supported first. Plate px; or a direction, degrees counter-clockwise from the right, where it is far off. */
  vanishing: { place: Corner | null; direction: number; share: number }[];
  /** Flat surfaces, by their corners: plate px, going round. */
  planes: { corners: [Corner, Corner, Corner, Corner]; share: number }[];
  /** The longest straight lines, plate px. */
  lines: Line[];
  /** Where level ground or water ends at the sky, plate px; null where the photograph does not plainly show it. */
  horizon: Line | null;
}

/** A place farther off than so many times the longer side is a direction. */
const farOff = 12;
/** A plane reaches from this part of its lines to that; it is cut into so many cells, of which so many hold lines. */
const [first, last, cells, leastFilled] = [0.01, 0.99, 5, 0.6];
/** Smaller parts of the picture are no plane. */
const leastShare = 0.03;

/**
 * Vanishing points of straight edges (RANSAC), and the surfaces on which lines of two of them lie together. The confidence
 * is that of the first point: the part of all straight edges that point there, against what chance brings.
 */
export const planes: Measure<Planes> = {
  name: 'planes',
  version: 3,
  take({ coarse }: View) {
    const segments = straightEdges(coarse);
    const points = vanishingPoints(segments, coarse);
    const all = max(
      1e-9,
      segments.reduce((sum, { length }) => sum + length, 0),
    );
    const { factor } = coarse;
    const longer = max(coarse.width, coarse.height);
    const enlarged = ({ from, to }: Line): Line => ({
      from: [from[0] * factor, from[1] * factor],
      to: [to[0] * factor, to[1] * factor],
    });
    const place = ([x, y, w]: Homogeneous): Corner | null =>
      w === 0 || hypot(x - coarse.width / 2, y - coarse.height / 2) > farOff * longer ? null : [x * factor, y * factor];
    const lines = longestLines(segments, coarse);
    const horizon = horizonAmong(lines, coarse);
    const [best] = points;
    return {
      vanishing: points.map(({ at, length }) => ({
        place: place(at),
        direction: directionOf(at, coarse),
        share: length / all,
      })),
      planes: planesBetween(points, segments, coarse).map(({ corners, share }) => ({
        corners: corners.map(([x, y]) => [x * factor, y * factor] as const) as [Corner, Corner, Corner, Corner],
        share,
      })),
      lines: lines.map(enlarged),
      horizon: horizon && enlarged(horizon),
      confidence: best ? min(1, max(0, (best.length / all - 0.12) * 4) * min(1, best.supporters.length / 40)) : 0,
    };
  },
};

function directionOf([x, y, w]: Homogeneous, { width, height }: { width: number; height: number }): number {
  const angle = w === 0 ? atan2(-y, x) : atan2(height / 2 - y, x - width / 2);
  return ((angle * 180) / PI + 360) % 360;
}

function planesBetween(
  points: readonly Vanishing[],
  segments: readonly Segment[],
  { width, height }: { width: number; height: number },
): Planes['planes'] {
  if (points.length < 2) return [];
  const [a, b] = points;
  const centre: Corner = [width / 2, height / 2];
  // Where lines of the one and of the other lie, by the lines through both points: two numbers for each place.
  const numbersOf = (i: number): [number, number] => {
    const { from, to } = segments[i];
    const middle: Corner = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
    return [turnAt(a.at, middle, centre), turnAt(b.at, middle, centre)];
  };
  const shared = sharedPart([a, b], segments, max(width, height));
  const of = [a, b].map(({ supporters }) => supporters.filter(shared).map(numbersOf));
  if (of.some((own) => own.length < leastLines)) return [];
  const ends = [0, 1].map((axis) => {
    const spots = of
      .flat()
      .map((one) => one[axis])
      .sort((p, q) => p - q);
    return [quantile(spots, first), quantile(spots, last)] as const;
  });
  const filled = new Set<number>();
  for (const spot of of.flat()) {
    const [u, v] = [0, 1].map(
      (axis) => ((spot[axis] - ends[axis][0]) / max(1e-12, ends[axis][1] - ends[axis][0])) * cells,
    );
    if (u >= 0 && v >= 0 && u < cells && v < cells) filled.add(Math.floor(v) * cells + Math.floor(u));
  }
  if (filled.size < leastFilled * cells * cells) return [];
  const corners = (
    [
      [0, 0],
      [0, 1],
      [1, 1],
      [1, 0],
    ] as const
  ).map(([i, j]) => {
    const [x, y, w] = cross(lineAt(a.at, ends[0][i], centre), lineAt(b.at, ends[1][j], centre));
    return [x / w, y / w] as const;
  }) as [Corner, Corner, Corner, Corner];
  const area =
    Math.abs(corners.reduce((sum, [x, y], i) => sum + x * corners[(i + 1) % 4][1] - y * corners[(i + 1) % 4][0], 0)) /
    2;
  const share = area / (width * height);
  const isInside = corners.every(([x, y]) => x > -width && y > -height && x < 2 * width && y < 2 * height);
  return share < leastShare || !isInside ? [] : [{ corners, share }];
}

/** The picture is cut into so many parts along its longer side, to see where lines of both sets lie together. */
const parts = 14;
/** A plane has so many lines of each set. */
const leastLines = 8;

/** Whether a segment lies in the largest part of the picture that has lines of both sets. */
function sharedPart(
  sets: readonly Vanishing[],
  segments: readonly Segment[],
  longer: number,
): (segment: number) => boolean {
  const cell = longer / parts;
  const run = parts + 2;
  const cellOf = (i: number): number => {
    const { from, to } = segments[i];
    return (Math.floor((from[1] + to[1]) / 2 / cell) + 1) * run + Math.floor((from[0] + to[0]) / 2 / cell) + 1;
  };
  const [some, others] = sets.map(({ supporters }) => new Set(supporters.map(cellOf)));
  const around = (one: number): number[] => [one, one - 1, one + 1, one - run, one + run];
  const both = new Set(
    [...some, ...others].filter((one) => [some, others].every((set) => around(one).some((near) => set.has(near)))),
  );
  let largest = new Set<number>();
  const seen = new Set<number>();
  for (const start of both) {
    if (seen.has(start)) continue;
    const group = new Set([start]);
    for (const one of group) for (const near of around(one)) if (both.has(near)) group.add(near);
    group.forEach((one) => seen.add(one));
    if (group.size > largest.size) largest = group;
  }
  return (segment) => largest.has(cellOf(segment));
}

/**
 * Which line through a point goes by a place: its angle from the line by the middle of the picture, so that nothing jumps;
 * or its distance from the origin where the point is a direction.
 */
function turnAt([x, y, w]: Homogeneous, [px, py]: Corner, [mx, my]: Corner): number {
  if (w === 0) return (px * -y + py * x) / hypot(x, y);
  const turn = atan2(py - y, px - x) - atan2(my - y, mx - x);
  return turn - 2 * PI * Math.round(turn / (2 * PI));
}

function lineAt([x, y, w]: Homogeneous, turn: number, [mx, my]: Corner): Homogeneous {
  if (w === 0) {
    const far = hypot(x, y);
    return [-y / far, x / far, -turn];
  }
  const angle = turn + atan2(my - y, mx - x);
  const [dx, dy] = [Math.cos(angle), Math.sin(angle)];
  return [-dy, dx, dy * x - dx * y];
}
