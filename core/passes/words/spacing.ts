import { identity } from '../../shape/affine';
import { flatten, transformPath, type Path } from '../../shape/path';
import type { Letters } from '../../type/letters';
import { pensAlong, type Measure, type SetLetter, type SetLine } from './lockups/lockup';

/** The white between two neighbours of a line. */
export interface Gap {
  /** Places of the two letters in the text. */
  left: number;
  right: number;
  line: number;
  text: string;
  /** Mean distance between the facing contours within the capitals' height, px of the letter size. */
  mean: number;
  /** The least distance anywhere, px; below 0 the letters overlap. */
  least: number;
}

/** Heights at which contours are looked at, between baseline and the capitals' top. */
const rows = 64;
/**
 * How far white reaches into a letter, fraction of the capitals' height: beyond it, an open side (L, T) counts no more.
 */
const reach = 0.3;
/** Letters that are spaced evenly come no nearer than this, fraction of the capitals' height. */
const nearest = 0.03;
/** A gap is odd when it is off the middle one of its line by more than this share; well-made faces keep within it. */
export const oddShare = 0.3;

/**
 * How far the contours of a letter stand in from its ink's sides at each height, px; the white's reach where there is
 * no ink.
 */
interface Sides {
  left: number[];
  right: number[];
}

function sidesOf({ outline, bounds }: SetLetter, capHeight: number): Sides {
  const deepest = reach * capHeight;
  const first = new Array<number>(rows).fill(Infinity);
  const last = new Array<number>(rows).fill(-Infinity);
  for (const polygon of flatten(outline(identity))) {
    polygon.forEach((from, i) => {
      const to = polygon[(i + 1) % polygon.length];
      const [top, bottom] = from[1] < to[1] ? [from, to] : [to, from];
      if (top[1] === bottom[1]) return;
      // Row r lies at -capHeight * (r + 0.5) / rows.
      const lowest = Math.max(0, Math.ceil((-bottom[1] / capHeight) * rows - 0.5));
      const highest = Math.min(rows - 1, Math.floor((-top[1] / capHeight) * rows - 0.5));
      for (let row = lowest; row <= highest; row++) {
        const y = (-capHeight * (row + 0.5)) / rows;
        const x = top[0] + ((bottom[0] - top[0]) * (y - top[1])) / (bottom[1] - top[1]);
        first[row] = Math.min(first[row], x);
        last[row] = Math.max(last[row], x);
      }
    });
  }
  const box = bounds!;
  return {
    left: first.map((x) => Math.min(deepest, x - box.x)),
    right: last.map((x) => Math.min(deepest, box.x + box.width - x)),
  };
}

/** The gaps between neighbours that both have ink, in lines that run from left to right. */
export function gapsOf(
  lines: readonly SetLine[],
  { capHeight, tracking }: Pick<Measure, 'capHeight' | 'tracking'>,
  text: string,
): Gap[] {
  return lines.flatMap(({ index, letters }) => {
    const { pens } = pensAlong(letters, tracking);
    const sides = letters.map((letter) => (letter.bounds ? sidesOf(letter, capHeight) : null));
    return letters.slice(1).flatMap((right, i): Gap[] => {
      const left = letters[i];
      const [of, to] = [sides[i], sides[i + 1]];
      if (!of || !to || left.rightToLeft || right.rightToLeft) return [];
      const between = pens[i + 1] + right.bounds!.x - (pens[i] + left.bounds!.x + left.bounds!.width);
      const white = of.right.map((inset, row) => between + inset + to.left[row]);
      return [
        {
          left: left.start,
          right: right.start,
          line: index,
          text: text.slice(left.start, left.end) + text.slice(right.start, right.end),
          mean: white.reduce((sum, one) => sum + one, 0) / rows,
          least: Math.min(...white),
        },
      ];
    });
  });
}

/**
 * Of some gaps those that are off the middle one of their line, by more than can be meant; lines of fewer than three
 * gaps tell nothing.
 */
export function oddGaps(gaps: readonly Gap[]): Set<Gap> {
  const odd = new Set<Gap>();
  for (const line of new Set(gaps.map((gap) => gap.line))) {
    const own = gaps.filter((gap) => gap.line === line);
    if (own.length < 3) continue;
    const middle = own.map(({ mean }) => mean).sort((a, b) => a - b)[Math.floor(own.length / 2)];
    for (const gap of own) if (Math.abs(gap.mean - middle) > oddShare * Math.abs(middle)) odd.add(gap);
  }
  return odd;
}

/**
 * What must be added behind the left letter of each gap so that all gaps of a line hold the same white, px. Their sum
 * stays
 * what it was, but for gaps that would let letters touch.
 */
export function evenSpaces(gaps: readonly Gap[], capHeight: number): Map<number, number> {
  const out = new Map<number, number>();
  for (const line of new Set(gaps.map((gap) => gap.line))) {
    const own = gaps.filter((gap) => gap.line === line);
    const target = own.reduce((sum, { mean }) => sum + mean, 0) / own.length;
    for (const { left, mean, least } of own) out.set(left, Math.max(target - mean, nearest * capHeight - least));
  }
  return out;
}

/** Columns in which lines are held against each other. */
const columns = 600;

/**
 * The least leading of each line at which its ink just meets the ink of the line above, px; null for lines without ink.
 * @param letters set in lines, one below the other, as they are now
 * @param leadingOf the leadings that they are set with, px
 */
export function tightestLeadings(
  { letters, ink }: Letters,
  lineCount: number,
  leadingOf: (line: number) => number,
): (number | null)[] {
  if (!ink) return [];
  const profiles = Array.from({ length: lineCount }, () => ({
    top: new Array<number>(columns).fill(Infinity),
    bottom: new Array<number>(columns).fill(-Infinity),
  }));
  for (const { line, path } of letters) addColumns(profiles[line], path, ink.x, ink.width);
  return profiles.map(({ top }, line) => {
    if (line === 0) return null;
    const above = profiles[line - 1].bottom;
    const overlap = Math.max(...top.map((y, column) => above[column] - y));
    return Number.isFinite(overlap) ? leadingOf(line) + overlap : null;
  });
}

function addColumns(profile: { top: number[]; bottom: number[] }, path: Path, left: number, width: number): void {
  // Sideways, so that columns become rows.
  for (const polygon of flatten(
    transformPath(path, { a: columns / width, b: 0, c: 0, d: 1, e: (-left * columns) / width, f: 0 }),
  )) {
    polygon.forEach((from, i) => {
      const to = polygon[(i + 1) % polygon.length];
      const [first, last] = [Math.floor(Math.min(from[0], to[0])), Math.floor(Math.max(from[0], to[0]))];
      for (let column = Math.max(0, first); column <= Math.min(columns - 1, last); column++) {
        // The part of the edge within the column, so that no spike is missed.
        for (const x of [Math.max(column, Math.min(from[0], to[0])), Math.min(column + 1, Math.max(from[0], to[0]))]) {
          const y = from[0] === to[0] ? from[1] : from[1] + ((to[1] - from[1]) * (x - from[0])) / (to[0] - from[0]);
          for (const at of from[0] === to[0] ? [from[1], to[1]] : [y]) {
            profile.top[column] = Math.min(profile.top[column], at);
            profile.bottom[column] = Math.max(profile.bottom[column], at);
          }
        }
      }
    });
  }
}
