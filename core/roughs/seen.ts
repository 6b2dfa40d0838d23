import type { Ground } from './ground';
import type { RoughInk } from './inks';
import type { Placement } from './placement';

/** Looked up once: these loops are hot. */
const { abs, floor, max, min } = Math;

/** Unrest from which on a letter competes with what lies below it. */
const tooBusy = 0.5;
/** Steps of lightness (CIE L*) that are told apart. */
const [bins, binSize] = [25, 4];

/** What words meet where they stand. */
export interface Seen {
  /** How much of each letter is hidden by what stands before it. */
  hidden: number[];
  /** How much goes on below what is seen of them, 0..1; and for how much of them it is too much. */
  unrest: number;
  busy: number;
  /** The part of them that lies on obstacles which do not stand before them. */
  onThings: number;
  /** The part of an obstacle that they cover, for the one that they cover most. */
  covered: number;
  /** The part of them that is beyond the sheet. */
  outside: number;
  /** How often each lightness lies below what is seen of them, and how often altogether. */
  lightness: Float64Array;
  count: number;
  /** The mean lightness of what hides them, CIE L*; null where nothing does. */
  before: number | null;
}

/** @returns null where much of it is beyond the sheet */
export function seenAt({ sketch, things, obstacles }: Ground, placement: Placement): Seen | null {
  const { width, height, factor } = sketch;
  const { points, starts } = placement.setting;
  const before =
    placement.front === null ? null : (things.find(({ index }) => index === placement.front)?.mask ?? null);
  const others = obstacles.filter(({ index }) => index !== placement.front);
  const hidden = new Float64Array(starts.length);
  const counts = new Float64Array(starts.length);
  const lightness = new Float64Array(bins);
  const onEach = new Float64Array(others.length);
  let [seen, unrest, busy, outside, on, hid, hidLightness] = [0, 0, 0, 0, 0, 0, 0];
  for (let i = 0; i < points.letter.length; i++) {
    const [sx, sy] = placement.at(points.x[i], points.y[i]);
    const [x, y] = [floor(sx / factor), floor(sy / factor)];
    const letter = points.letter[i];
    counts[letter]++;
    if (x < 0 || y < 0 || x >= width || y >= height) {
      outside++;
      continue;
    }
    const at = y * width + x;
    const shown = before ? 1 - before[at] : 1;
    hidden[letter] += 1 - shown;
    seen += shown;
    unrest += shown * sketch.unrest[at];
    if (sketch.unrest[at] > tooBusy) busy += shown;
    hid += 1 - shown;
    hidLightness += (1 - shown) * sketch.lightness[at];
    lightness[min(bins - 1, max(0, floor(sketch.lightness[at] / binSize)))] += shown;
    let most = 0;
    for (let k = 0; k < others.length; k++) {
      const own = others[k].mask[at];
      onEach[k] += own;
      if (own > most) most = own;
    }
    on += most;
  }
  const count = points.letter.length;
  if (outside > 0.02 * count || seen <= 0) return null;
  // Each point stands for so many px of the sketch.
  const { ink } = placement.setting;
  const own = (ink.width * ink.height * (placement.scale / factor) ** 2 * placement.setting.density) / count;
  const sketchArea = width * height;
  return {
    hidden: Array.from(hidden, (sum, k) => sum / counts[k]),
    unrest: unrest / seen,
    busy: busy / seen,
    before: hid > 0 ? hidLightness / hid : null,
    onThings: on / count,
    covered: others.reduce((most, { share }, k) => max(most, (onEach[k] * own) / (share * sketchArea)), 0),
    outside: outside / count,
    lightness,
    count: seen,
  };
}

/** What letters of a lightness stand off what is below them: the 10th percentile of |dL*|, as the gauge has it. */
export function contrastWith({ lightness, count }: Seen, own: number): number {
  // Differences in steps, the smallest first.
  const found = new Float64Array(bins + 1);
  for (let k = 0; k < bins; k++) found[min(bins, floor(abs((k + 0.5) * binSize - own) / binSize))] += lightness[k];
  let sum = 0;
  for (let k = 0; k <= bins; k++) {
    const next = sum + found[k];
    if (next >= 0.1 * count) return (k + (found[k] > 0 ? (0.1 * count - sum) / found[k] : 0)) * binSize;
    sum = next;
  }
  return bins * binSize;
}

/** From this contrast on more does not make it better, L*. */
const plenty = 45;
/** An ink that another rough has already is worth so much less. */
const usedBefore = 0.16;

/**
 * The ink that reads well and has a colour.
 * @param colour the only one that may be taken; null leaves it open @param used others are wanted where they are as good
 */
export function bestInk(
  seen: Seen,
  inks: readonly RoughInk[],
  colour: string | null,
  used: ReadonlySet<string>,
): { ink: RoughInk; contrast: number } {
  const able = inks.filter((one) => colour === null || one.colour === colour);
  const judged = (able.length > 0 ? able : inks).map((ink) => ({ ink, contrast: contrastWith(seen, ink.lightness) }));
  const value = ({ ink, contrast }: (typeof judged)[number]): number =>
    min(contrast, plenty) / plenty +
    (contrast > 32 ? min(0.12, ink.chroma) * 1.2 : 0) -
    (used.has(ink.colour) ? usedBefore : 0);
  return judged.reduce((best, one) => (value(one) > value(best) ? one : best));
}
