import type { Evaluator } from '../../graph/evaluate';
import type { Node } from '../../graph/node';
import { lumaOf } from '../../pixels/luma';
import type { Raster } from '../../pixels/raster';
import type { Region, Size } from '../../pixels/region';

/** Looked up once: these loops are hot. */
const { floor, hypot, max, min } = Math;

/** How an edge rises, from one side of it to the other: 0 to 1, a value for each sheet px. */
export interface EdgeProfile {
  values: number[];
  /** From a tenth to nine tenths of the rise, sheet px. */
  width: number;
}

/** A profile reaches so far to each side of its edge, sheet px. */
export const profileReach = 16;
/** Lines beside each other along an edge that are averaged, and how far they lie apart, px. */
const [lanes, apart] = [7, 0.7];
/** A place around an edge is read so far to each side. */
const half = profileReach + 12;
/** So many edges are looked at; of these the sharper half is believed: shadows and folds only ever look softer. */
const looked = 16;
/** A rise less than this, encoded luma, tells nothing. */
const leastRise = 0.08;
/** At its ends a single edge is level within this part of its rise. */
const level = 0.16;
/** Within its first px it rises by less than this part. */
const sloping = 0.07;

/** Where a raster is steepest, the steepest first, no two close to each other. @param counts which px may be looked at */
export function steepest(raster: Raster, count: number, counts: (i: number) => boolean): { x: number; y: number }[] {
  const { width, height, data } = lumaOf(raster);
  const found: { x: number; y: number; slope: number }[] = [];
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      if (!counts(i)) continue;
      const slope = hypot(data[i + 1] - data[i - 1], data[i + width] - data[i - width]);
      if (slope > leastRise / 2) found.push({ x, y, slope });
    }
  found.sort((a, b) => b.slope - a.slope);
  const taken: { x: number; y: number }[] = [];
  const spacing = max(4, max(width, height) / 24);
  for (const { x, y } of found) {
    if (taken.length === count) break;
    if (taken.every((other) => hypot(other.x - x, other.y - y) >= spacing)) taken.push({ x, y });
  }
  return taken;
}

/** Between px of one channel. */
function sampled({ width, height, data }: Raster, x: number, y: number): number {
  const column = min(width - 2, max(0, floor(x)));
  const row = min(height - 2, max(0, floor(y)));
  const [s, t] = [min(1, max(0, x - column)), min(1, max(0, y - row))];
  const i = row * width + column;
  const above = data[i] * (1 - s) + data[i + 1] * s;
  const below = data[i + width] * (1 - s) + data[i + width + 1] * s;
  return above * (1 - t) + below * t;
}

/**
 * The profile across the steepest edge near the middle of a place, averaged along it.
 * @returns null where there is no single edge: both sides level, and one rise between them
 */
export function profileIn(picture: Raster): EdgeProfile | null {
  const place = lumaOf(picture);
  const { width, height } = place;
  let [best, x, y, gx, gy] = [0, 0, 0, 0, 0];
  const near = 6;
  for (let j = (height >> 1) - near; j <= (height >> 1) + near; j++)
    for (let i = (width >> 1) - near; i <= (width >> 1) + near; i++) {
      // Over five px each way: noise of single px is no edge.
      const [dx, dy] = [slopeAt(place, i, j, 1, 0), slopeAt(place, i, j, 0, 1)];
      const slope = hypot(dx, dy);
      if (slope > best) [best, x, y, gx, gy] = [slope, i, j, dx / slope, dy / slope];
    }
  if (best === 0) return null;
  const values: number[] = [];
  for (let t = -profileReach; t <= profileReach; t++) {
    let sum = 0;
    for (let lane = 0; lane < lanes; lane++) {
      const along = (lane - (lanes - 1) / 2) * apart;
      sum += sampled(place, x + gx * t - gy * along, y + gy * t + gx * along);
    }
    values.push(sum / lanes);
  }
  return risen(values);
}

/** Of one channel. */
function slopeAt({ width, data }: Raster, x: number, y: number, dx: number, dy: number): number {
  let sum = 0;
  for (let k = -2; k <= 2; k++)
    for (let far = 1; far <= 2; far++) {
      const at = (side: number): number => data[(y + side * far * dy + k * dx) * width + x + side * far * dx + k * dy];
      sum += at(1) - at(-1);
    }
  return sum;
}

/** A profile from 0 to 1, about the place where it is half way; null where it is no single rise. */
function risen(values: readonly number[]): EdgeProfile | null {
  const part = 5;
  const meanOf = (some: readonly number[]): number => some.reduce((sum, value) => sum + value, 0) / some.length;
  const [low, high] = [meanOf(values.slice(0, part)), meanOf(values.slice(-part))];
  const rise = high - low;
  if (rise < leastRise) return null;
  const raised = values.map((value) => (value - low) / rise);
  const isLevel = [...raised.slice(0, part), ...raised.slice(-part).map((value) => 1 - value)].every(
    (value) => Math.abs(value) < level,
  );
  // A slope that goes on beyond both ends is light on a surface.
  const goesOn = [raised, raised.map((value) => 1 - value).reverse()].some(
    (side) => (side[3] + side[4] - side[0] - side[1]) / 2 > sloping,
  );
  if (!isLevel || goesOn || raised.some((value) => value < -level || value > 1 + level)) return null;
  const crossing = (share: number): number => {
    const i = raised.findIndex((value, k) => k > 0 && raised[k - 1] < share && value >= share);
    return i < 1 ? NaN : i - 1 + (share - raised[i - 1]) / (raised[i] - raised[i - 1]);
  };
  const [from, middle, to] = [crossing(0.1), crossing(0.5), crossing(0.9)];
  if (!(to > from) || Math.abs(middle - profileReach) > 5) return null;
  return { values: raised.map((_, i) => valueAt(raised, i + middle - profileReach)), width: to - from };
}

function valueAt(values: readonly number[], at: number): number {
  const held = min(values.length - 1, max(0, at));
  const i = min(values.length - 2, floor(held));
  return values[i] + (values[i + 1] - values[i]) * (held - i);
}

/** The usual one of several profiles: the sharper half of them, averaged. */
export function usualProfile(profiles: readonly EdgeProfile[]): EdgeProfile | null {
  const sorted = [...profiles].sort((a, b) => a.width - b.width).slice(0, Math.ceil(profiles.length / 2));
  if (sorted.length === 0) return null;
  const values = sorted[0].values.map(
    (_, i) => sorted.reduce((sum, profile) => sum + profile.values[i], 0) / sorted.length,
  );
  return { values, width: sorted.reduce((sum, { width }) => sum + width, 0) / sorted.length };
}

/**
 * The usual profile of a picture's edges.
 * @param small the picture at a scale, to find edges in, and @param near where it lies, output px
 * @param counts which px of it may be looked at
 */
export async function edgesOf(
  node: Node,
  small: Raster,
  near: Region,
  { scale, evaluator, sheet }: { scale: number; evaluator: Evaluator; sheet: Size },
  counts: (i: number) => boolean,
): Promise<EdgeProfile | null> {
  const profiles: EdgeProfile[] = [];
  for (const { x, y } of steepest(small, looked, counts)) {
    const [centreX, centreY] = [floor((near.x + x + 0.5) / scale), floor((near.y + y + 0.5) / scale)];
    if (centreX < half || centreY < half || centreX + half >= sheet.width || centreY + half >= sheet.height) continue;
    const region = { x: centreX - half, y: centreY - half, width: 2 * half + 1, height: 2 * half + 1 };
    const profile = profileIn(await evaluator.pixels(node, { region, scale: 1 }));
    if (profile) profiles.push(profile);
  }
  return usualProfile(profiles);
}
