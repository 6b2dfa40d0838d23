import { halve, type Level } from '../../../pictures/pyramid';
import type { Point } from '../../../shape/affine';
import { lightAt, pixelAt } from '../border/profiles';
import { cleanLines } from '../border/cleanBorder';
import type { CleanLine } from '../border/refine';
import { blurredAlong, normalsOf } from '../border/line';
import { drawMarks } from '../scribble/marks';
import type { EdgeBand } from '../schema';
import { clearSpecks } from '../specks';
import { bandOf } from './band';

/** Looked up once: these loops are hot. */
const { min, max, floor, abs } = Math;

/** A place of a border where one clean edge does not say what the photograph shows. */
export interface NeededPlace {
  at: Point;
  /** How far to each side the edge is to be solved there, px. */
  radius: number;
}

/** Every so many places of a line are looked at; and so many to each side together. */
const every = 2;
const alongSigma = 5;
/** px from the border that are near it, beyond its own softness, and those that tell what its sides are like. */
const [nearTo, farFrom, farTo] = [10, 13, 26];
/** Sides this alike, linear light, tell nothing. */
const leastApart = 0.03;
/** A side is unlike itself near the border where it differs so many times more there than farther off, and by this. */
const [times, leastExcess] = [2.2, 0.008];
/** Shading and texture make an inside uneven more often than a ground: it must differ more. */
const timesInside = 4;
/** Places in a row, gaps that are closed, and runs that are left out. */
const [mostGap, leastRun] = [12, 8];
/** An edge softer than this is solved rather than cut, px; the band reaches so many sigmas. */
const [blurred, blurReach] = [1.3, 3.5];
/** A thing thinner than this, px, is solved, and a gap that is less wide by two. */
const thin = 5;
/** The band reaches this far at least, and at most over hair, px. */
const [leastRadius, mostRadius] = [4, 22];
const overThin = 12;
/** px that are looked at on each side. */
const side = farTo;
const count = 2 * side + 1;

/** Gaps in what was painted smaller than a square of this part of the picture's shorter side are closed. */
const gapSide = 0.06;
/** They are looked for on the first level that has no more px than this. */
const gapsLookedAt = 1e6;

/** Hair is looked for on the first level that has no more px than this. */
const lookedAt = 7e6;

/**
 * The px whose matte is to be solved: what was painted, the strip along the border, and, where that is asked for, what
 * the photograph needs.
 * @param picture encoded sRGB; its px are those of the band
 * @param cut of the picture's size, 0..255
 */
export function bandToSolve(band: EdgeBand, picture: Level, cut: Uint8Array): Uint8Array {
  const { width, height } = picture;
  const out = bandOf(band, cut, { x: 0, y: 0, width, height });
  if (band.band.length > 0) closeGaps(out, width, height);
  if (!band.needed) return out;
  let [level, matte]: Level[] = [picture, { width, height, channels: 1, bytes: cut }];
  let factor = 1;
  for (; level.width * level.height > lookedAt; factor *= 2) [level, matte] = [halve(level), halve(matte)];
  const mask = matte.bytes.map((value) => (value >= 128 ? 1 : 0));
  const places = neededPlaces(level, matte.bytes, cleanLines(level, mask));
  const needed = drawMarks(
    places.map(({ at, radius }) => ({
      side: 'front',
      radius: radius * factor,
      points: [[at[0] * factor, at[1] * factor]],
    })),
    1,
    { x: 0, y: 0, width, height },
  );
  for (let i = 0; i < out.length; i++) if (needed[i] > 0) out[i] = 1;
  return out;
}

/** Small gaps that a brush leaves are meant too: what was cut would stay there as a patch. */
function closeGaps(band: Uint8Array, width: number, height: number): void {
  let level: Level = { width, height, channels: 1, bytes: band.map((one) => one * 255) };
  let factor = 1;
  for (; level.width * level.height > gapsLookedAt; factor *= 2) level = halve(level);
  const painted = level.bytes.map((value) => (value > 0 ? 255 : 0));
  const closed = painted.slice();
  clearSpecks(closed, level.width, level.height, gapSide * min(level.width, level.height));
  for (let i = 0; i < closed.length; i++) {
    if (closed[i] <= painted[i]) continue;
    const [x, y] = [i % level.width, floor(i / level.width)];
    // What lies about it is painted in part at least.
    const [left, right] = [max(0, (x - 1) * factor), min(width, (x + 2) * factor)];
    for (let v = max(0, (y - 1) * factor); v < min(height, (y + 2) * factor); v++)
      band.fill(1, v * width + left, v * width + right);
  }
}

/**
 * Where along clean borders the edge is to be solved: where the photograph is blurred, where the thing is thin, and
 * where a side looks unlike itself near the border, as hair and grass make it. Beside a border each px is seen as a
 * share of the front's colour; its mean square near the border is compared with that farther off on the same side, so
 * that texture and busy grounds are not taken for hair.
 * @param matte of the picture's size, 0..255
 */
export function neededPlaces(picture: Level, matte: Uint8Array, lines: readonly CleanLine[]): NeededPlace[] {
  return lines.flatMap((line) => (line.points.length < 12 ? [] : alongLine(picture, matte, line)));
}

function alongLine(picture: Level, matte: Uint8Array, { points, sigmas }: CleanLine): NeededPlace[] {
  const normals = normalsOf(points, 3);
  const chosen = points.flatMap((_, i) => (i % every === 0 ? [i] : []));
  const places = chosen.length;
  // For each place and distance: the unlikeness, and whether it is known.
  const unlike = Array.from({ length: count }, () => new Float64Array(places));
  const known = Array.from({ length: count }, () => new Float64Array(places));
  const lights = new Float32Array(count * 3);
  const widths = new Float64Array(places);
  chosen.forEach((i, place) => {
    const isFront = new Int8Array(count);
    const means = [0, 0, 0, 0, 0, 0, 0, 0];
    for (let k = 0; k < count; k++) {
      const t = k - side;
      const [x, y] = [points[i][0] + normals[i][0] * t, points[i][1] + normals[i][1] * t];
      lightAt(picture, x, y, lights, k * 3);
      isFront[k] = matte[pixelAt(picture, x, y)] > 127 ? 1 : 0;
    }
    // Only what hangs together with the border along the normal belongs to its sides.
    let [inner, outer] = [side, side];
    while (inner > 0 && isFront[inner - 1] === 1) inner--;
    while (outer < count - 1 && isFront[outer + 1] === 0) outer++;
    widths[place] = min(side - inner, outer - side + 3);
    for (let k = inner; k <= outer; k++) {
      const t = k - side;
      if (abs(t) < 2) continue;
      const at = t < 0 ? 0 : 4;
      for (let c = 0; c < 3; c++) means[at + c] += lights[k * 3 + c];
      means[at + 3]++;
    }
    if (means[7] < 3) return;
    // A thin thing has no inside: its own middle stands for it.
    if (means[3] === 0) {
      const middle = floor((inner + side) / 2);
      for (let c = 0; c < 3; c++) means[c] = lights[middle * 3 + c];
      means[3] = 1;
    }
    let square = 0;
    const axis = [0, 1, 2].map((c) => means[c] / means[3] - means[4 + c] / means[7]);
    for (const one of axis) square += one * one;
    if (square < leastApart * leastApart) return;
    for (let k = inner; k <= outer; k++) {
      let share = 0;
      for (let c = 0; c < 3; c++) share += (lights[k * 3 + c] - means[4 + c] / means[7]) * axis[c];
      share /= square;
      const off = k < side ? 1 - share : share;
      // A cast shadow or a light beside a thing leads away from its colour: only what leads to it may be hair.
      const bounded = min(1, max(abs(k - side) < farFrom ? 0 : -1, off));
      unlike[k][place] = bounded * bounded;
      known[k][place] = 1;
    }
  });
  const sums = unlike.map((row) => blurredAlong(row, alongSigma));
  const weights = known.map((row) => blurredAlong(row, alongSigma));
  const radii = new Float64Array(places);
  for (let place = 0; place < places; place++) {
    const sigma = sigmas[chosen[place]];
    const skip = Math.ceil(1.5 + 2 * sigma);
    radii[place] = max(
      sigma >= blurred ? sigma * blurReach + 2 : 0,
      widths[place] > 0 && widths[place] < thin ? overThin : 0,
      hairOn(sums, weights, place, 1, skip, times),
      hairOn(sums, weights, place, -1, skip, timesInside),
    );
  }
  const runs = withoutSpecks(withoutGaps(radii));
  return chosen.flatMap((i, place) =>
    runs[place] > 0 ? [{ at: points[i], radius: min(mostRadius, max(leastRadius, runs[place])) }] : [],
  );
}

/** Places between two that are needed, fewer than `mostGap`, are needed too. */
function withoutGaps(radii: Float64Array): Float64Array {
  const out = radii.slice();
  const all = radii.length;
  for (let i = 0; i < all; i++) {
    if (radii[i] === 0 || radii[(i + 1) % all] > 0) continue;
    let gap = 1;
    while (gap <= mostGap && radii[(i + gap) % all] === 0) gap++;
    if (gap > mostGap) continue;
    const between = min(radii[i], radii[(i + gap) % all]);
    for (let k = 1; k < gap; k++) out[(i + k) % all] = between;
  }
  return out;
}

/** Fewer than `leastRun` places in a row are an accident. */
function withoutSpecks(radii: Float64Array): Float64Array {
  const out = radii.slice();
  const all = radii.length;
  for (let i = 0; i < all; i++) {
    if (radii[i] === 0 || radii[(i + all - 1) % all] > 0) continue;
    let run = 1;
    while (run < all && radii[(i + run) % all] > 0) run++;
    if (run < leastRun) for (let k = 0; k < run; k++) out[(i + k) % all] = 0;
  }
  return out;
}

/** Mean unlikeness from one distance to another, on one side of the border; 0 where nothing is known. */
function meanOf(
  sums: readonly Float64Array[],
  weights: readonly Float64Array[],
  place: number,
  way: 1 | -1,
  from: number,
  to: number,
): number {
  let [sum, weight] = [0, 0];
  for (let t = from; t <= to; t++) {
    sum += sums[side + way * t][place];
    weight += weights[side + way * t][place];
  }
  return weight > 0.05 ? sum / weight : 0;
}

/** How far hair reaches on one side, px; 0 where there is none. */
function hairOn(
  sums: readonly Float64Array[],
  weights: readonly Float64Array[],
  place: number,
  way: 1 | -1,
  skip: number,
  factor: number,
): number {
  const usual = meanOf(sums, weights, place, way, farFrom, farTo);
  const limit = max(usual * factor, usual + leastExcess);
  if (meanOf(sums, weights, place, way, skip, nearTo) <= limit) return 0;
  let reach = skip;
  for (let t = skip; t <= farTo - 2; t++) if (meanOf(sums, weights, place, way, t, t + 2) > limit) reach = t + 2;
  return reach + 2;
}
