import { partFrom } from '../../../pixels/parts';
import type { Point } from '../../../shape/affine';
import { borderDistance, distanceUnit } from '../fine/band';
import type { Mark } from '../scribble/marks';

/** Looked up once: these loops are hot. */
const { min, max, floor, cos, sin, PI } = Math;

/** So many strokes are tried, and none that makes less of a difference, intersection over union. */
const [mostStrokes, leastGain] = [8, 0.003];
/** As near to what is wanted as this is enough. */
const enough = 0.975;
/** Strokes run as straight lines through the deepest place, in one of so many directions, where it is this deep. */
const [directions, deepEnough] = [24, 0.35];
/** Half the width of a stroke, against the depth there, and at most, px. */
const [widthOfDepth, widest] = [0.5, 16];

/**
 * The strokes that a person would draw to cut a thing: through what is missing, and through what is too much, always
 * where the most is wrong.
 * @param cut what a cut of some strokes gives: not 0 in front, of the size of `wanted`; null where it gives nothing
 * @param wanted 1 in front
 * @returns strokes in px of that size; none where there is nothing to be had
 */
export function strokesFor(
  cut: (marks: readonly Mark[]) => Uint8Array | null,
  wanted: Uint8Array,
  width: number,
  height: number,
): Mark[] {
  let marks: Mark[] = [];
  let found: Uint8Array | null = null;
  let best = 0;
  let kept: Mark[] = [];
  while (marks.length < mostStrokes) {
    const wrong = wanted.map((one, i) => wrongness(one, found?.[i] ?? 0));
    const stroke = strokeThrough(wrong, width, height);
    if (!stroke) break;
    marks = [...marks, stroke];
    found = cut(marks);
    const value = found ? overlapOf(found, wanted) : 0;
    if (value > best) [best, kept] = [value, marks];
    if (value >= enough || (marks.length > 3 && value < best - 10 * leastGain)) break;
  }
  return kept;
}

const [missing, tooMuch] = [1, 2];

/** What is wrong of a px, as `strokeThrough` reads it; both are not 0 in front. */
export function wrongness(wanted: number, found: number): number {
  if (wanted && !found) return missing;
  return !wanted && found ? tooMuch : 0;
}

function overlapOf(found: Uint8Array, wanted: Uint8Array): number {
  let [both, either] = [0, 0];
  for (let i = 0; i < wanted.length; i++) {
    if (found[i] && wanted[i]) both++;
    if (found[i] || wanted[i]) either++;
  }
  return either > 0 ? both / either : 0;
}

/** A stroke through the largest part that is wrong in one way. @returns null where nothing is wrong */
export function strokeThrough(wrong: Uint8Array, width: number, height: number): Mark | null {
  const part = largestPart(wrong, width, height);
  if (part.length === 0) return null;
  const mask = new Uint8Array(wrong.length);
  for (const i of part) mask[i] = 255;
  const depths = borderDistance(mask, width, height);
  // The picture's rim bounds it too.
  const depthAt = (i: number): number => {
    const x = i % width;
    const y = floor(i / width);
    return min(depths[i] / distanceUnit, x + 1, y + 1, width - x, height - y);
  };
  const deepest = part.reduce((best, i) => (depthAt(i) > depthAt(best) ? i : best), part[0]);
  const depth = depthAt(deepest);
  const middle: Point = [(deepest % width) + 0.5, floor(deepest / width) + 0.5];
  const end = (angle: number): { at: Point; length: number } => {
    let length = 0;
    for (;;) {
      const [x, y] = [middle[0] + cos(angle) * (length + 1), middle[1] + sin(angle) * (length + 1)];
      if (x < 0 || y < 0 || x >= width || y >= height) break;
      const i = floor(y) * width + floor(x);
      if (mask[i] === 0 || depthAt(i) < max(0.5, deepEnough * depth)) break;
      length++;
    }
    return { at: [middle[0] + cos(angle) * length, middle[1] + sin(angle) * length], length };
  };
  const ways = Array.from({ length: directions }, (_, k) => (k / directions) * PI).map((angle) => {
    const [there, back] = [end(angle), end(angle + PI)];
    return { points: [back.at, middle, there.at], length: there.length + back.length };
  });
  const { points } = ways.reduce((best, one) => (one.length > best.length ? one : best));
  return {
    side: wrong[deepest] === missing ? 'front' : 'behind',
    radius: max(0.75, min(widest, depth * widthOfDepth)),
    points: points.map(([x, y]) => [x, y] as const),
  };
}

/** The px of the largest part whose px are all wrong in the same way and hang together. */
function largestPart(wrong: Uint8Array, width: number, height: number): number[] {
  const seen = new Uint8Array(wrong.length);
  let largest: number[] = [];
  for (let begin = 0; begin < wrong.length; begin++) {
    if (wrong[begin] === 0 || seen[begin]) continue;
    const own = wrong[begin];
    const part = partFrom(begin, width, height, (i) => !seen[i] && wrong[i] === own && (seen[i] = 1) === 1);
    if (part.length > largest.length) largest = part;
  }
  return largest;
}
