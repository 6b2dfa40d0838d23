import type { Level } from '../../../pictures/pyramid';
import type { Affine } from '../../../shape/affine';
import { seeded } from '../../../shape/seeded';
import { decodeByte } from '../../../pixels/transfer';
import { featuresOf, type Feature, type Plane } from './corners';

/** Looked up once: these loops are hot. */
const { max, min, sqrt, cbrt, floor, round, hypot, log } = Math;

/** How one picture lies on another of the same scene. */
export interface Alignment {
  /** px of the first to px of the second: moved, turned and scaled. */
  place: Affine;
  /** Features of the first that are found again where they should be, and how many were compared. */
  found: number;
  compared: number;
  /** How far they lie off, px of the second, root mean square. */
  off: number;
}

/** Pictures are looked at with about so many px, and at so many sizes, each so many times as small as that before. */
const [looked, sizes, step] = [4e5, 6, 1.26];
/** A feature's nearest must be this much nearer than its second nearest (Lowe 2004). */
const plainly = 0.82;
/** A feature is found again when it lies within this, px that are looked at. */
const near = 3;
const trials = 3000;
/** In the end only what lies this near counts, against `near`: step by step. */
const tighter = [1, 0.8, 0.6, 0.5];
/** Fewer that agree, or fewer of those compared, are chance. */
const [fewest, leastShare] = [14, 0.08];
/** Pictures of one scene differ in size by no more than this, times. */
const mostScale = 3;

/**
 * Finds how a picture lies on another of the same scene, by what is seen in both: features are paired by their looks,
 * and the movement, turn and scale that most pairs agree on is taken (Fischler and Bolles 1981), fitted to all of them
 * by least squares (Umeyama 1991).
 * @param from and @param to encoded sRGB; both are whole pictures, or both scaled by what the caller accounts for
 * @returns null where too little is seen in both
 */
export function alignPictures(from: Level, to: Level): Alignment | null {
  const [first, second] = [featuresIn(from), featuresIn(to)];
  const pairs = pairUp(first.features, second.features);
  if (pairs.length < fewest) return null;
  const within = near * second.factor;
  const found = agreed(pairs, within);
  if (!found || found.length < fewest || found.length < leastShare * pairs.length) return null;
  const place = fit(found);
  if (!place) return null;
  const off = sqrt(found.reduce((sum, pair) => sum + distance(place, pair) ** 2, 0) / found.length);
  return { place, found: found.length, compared: pairs.length, off };
}

type Pair = readonly [from: Feature, to: Feature];

function featuresIn(picture: Level): { features: Feature[]; factor: number } {
  const factor = max(1, sqrt((picture.width * picture.height) / looked));
  const whole = lightnessOf(picture);
  const features: Feature[] = [];
  for (let k = 0; k < sizes; k++) {
    const scale = factor * step ** k;
    const [width, height] = [round(picture.width / scale), round(picture.height / scale)];
    if (width < 32 || height < 32) break;
    features.push(...featuresOf(reduced(whole, width, height), picture.width / width));
  }
  return { features, factor };
}

/** The cube root of the luminance: as bright as it looks. */
function lightnessOf({ width, height, channels, bytes }: Level): Plane {
  const data = new Float32Array(width * height);
  const [green, blue] = channels === 1 ? [0, 0] : [1, 2];
  for (let i = 0; i < data.length; i++) {
    const at = i * channels;
    data[i] = cbrt(
      0.2126 * decodeByte[bytes[at]] + 0.7152 * decodeByte[bytes[at + green]] + 0.0722 * decodeByte[bytes[at + blue]],
    );
  }
  return { width, height, data };
}

/** Means over areas, softened by 1 2 1. */
function reduced(plane: Plane, width: number, height: number): Plane {
  const sums = new Float32Array(width * height);
  const counts = new Float32Array(width * height);
  for (let y = 0, i = 0; y < plane.height; y++) {
    const row = min(height - 1, floor((y * height) / plane.height)) * width;
    for (let x = 0; x < plane.width; x++, i++) {
      const at = row + min(width - 1, floor((x * width) / plane.width));
      sums[at] += plane.data[i];
      counts[at]++;
    }
  }
  const small = sums.map((sum, i) => sum / max(1, counts[i]));
  const across = small.map(
    (value, i) => (small[i % width > 0 ? i - 1 : i] + 2 * value + small[i % width < width - 1 ? i + 1 : i]) / 4,
  );
  const data = across.map(
    (value, i) =>
      (across[i >= width ? i - width : i] + 2 * value + across[i + width < across.length ? i + width : i]) / 4,
  );
  return { width, height, data };
}

/** Each feature with the one that looks most like it, where that is plain, and mutual. */
function pairUp(from: readonly Feature[], to: readonly Feature[]): Pair[] {
  const best = nearestOf(from, to);
  const back = nearestOf(to, from);
  return from.flatMap((one, i) =>
    best[i].second > 0 && best[i].first < plainly ** 2 * best[i].second && back[best[i].index]?.index === i
      ? [[one, to[best[i].index]] as const]
      : [],
  );
}

function nearestOf(
  list: readonly Feature[],
  others: readonly Feature[],
): { index: number; first: number; second: number }[] {
  return list.map(({ looks }) => {
    let [index, first, second] = [-1, Infinity, Infinity];
    others.forEach((other, k) => {
      let square = 0;
      for (let i = 0; i < looks.length && square < second; i++) square += (looks[i] - other.looks[i]) ** 2;
      if (square < first) {
        // The same corner at the next size is no other one.
        if (index < 0 || hypot(others[index].x - other.x, others[index].y - other.y) > near * 2) second = first;
        [first, index] = [square, k];
      } else if (square < second && hypot(others[index].x - other.x, others[index].y - other.y) > near * 2)
        second = square;
    });
    return { index, first, second };
  });
}

const distance = ({ a, b, c, d, e, f }: Affine, [from, to]: Pair): number =>
  hypot(a * from.x + c * from.y + e - to.x, b * from.x + d * from.y + f - to.y);

/** The pairs that the best of many guesses by two pairs agrees with. */
function agreed(pairs: readonly Pair[], within: number): Pair[] | null {
  const random = seeded(7);
  const one = (): Pair => pairs[floor(random() * pairs.length)];
  let best: Pair[] | null = null;
  for (let trial = 0; trial < trials; trial++) {
    const two = [one(), one()];
    const place = hypot(two[0][0].x - two[1][0].x, two[0][0].y - two[1][0].y) > 8 * within ? fit(two) : null;
    if (!place) continue;
    const own = pairs.filter((pair) => distance(place, pair) < within);
    if (own.length > (best?.length ?? 0)) best = own;
  }
  // The fit to all that agree is truer than that to two, and can be asked for more.
  for (const share of tighter) {
    const place: Affine | null = best && fit(best);
    if (place) best = pairs.filter((pair) => distance(place, pair) < within * share);
  }
  return best;
}

/** The movement, turn and scale that fits pairs best. @returns null where they tell none, or one of no use */
function fit(pairs: readonly Pair[]): Affine | null {
  // What was seen in larger px is known less exactly.
  const weights = pairs.map(([from, to]) => 1 / (from.grain ** 2 + to.grain ** 2));
  const all = weights.reduce((sum, weight) => sum + weight, 0);
  const mean = (of: (pair: Pair) => number): number =>
    pairs.reduce((sum, pair, i) => sum + weights[i] * of(pair), 0) / all;
  const [fromX, fromY] = [mean(([from]) => from.x), mean(([from]) => from.y)];
  const [toX, toY] = [mean(([, to]) => to.x), mean(([, to]) => to.y)];
  let [along, across, square] = [0, 0, 0];
  pairs.forEach(([from, to], i) => {
    const [u, v, s, t] = [from.x - fromX, from.y - fromY, to.x - toX, to.y - toY];
    along += weights[i] * (u * s + v * t);
    across += weights[i] * (u * t - v * s);
    square += weights[i] * (u * u + v * v);
  });
  if (square === 0) return null;
  const [a, b] = [along / square, across / square];
  const scale = hypot(a, b);
  if (!(scale > 0) || Math.abs(log(scale)) > log(mostScale)) return null;
  return { a, b, c: -b, d: a, e: toX - a * fromX + b * fromY, f: toY - b * fromX - a * fromY };
}
