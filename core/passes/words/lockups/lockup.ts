import type { z } from 'zod';
import type { Region } from '../../../pixels/region';
import type { Affine } from '../../../shape/affine';
import type { Path } from '../../../shape/path';
import type { Alignment } from '../alignment';

/**
 * A letter as shaped and set by hand, before a lockup places it: px at the letter size, pen at x = 0, baseline at y =
 * 0, y down.
 */
export interface SetLetter {
  /** UTF-16 units of the text that it stands for; `end` is the first one behind it. */
  start: number;
  end: number;
  /** Its outline after it has been placed. */
  outline(place: Affine): Path;
  bounds: Region | null;
  /** From this pen to the next, px, with what is set by hand but without tracking. */
  advance: number;
  rightToLeft: boolean;
  colour: string | null;
}

/** One line of letters in the order in which they are seen, from left to right. */
export interface SetLine {
  index: number;
  letters: SetLetter[];
}

/** What lockups need to know of the words. */
export interface Measure {
  /** px */
  size: number;
  capHeight: number;
  /** px between letters */
  tracking: number;
  /** px from the baseline above to the baseline of a line; 0 for the first line. */
  leadingOf(line: number): number;
  alignment: Alignment;
}

/** A way of arranging lines. */
export interface Lockup<Part extends { kind: string } = never> {
  kind: Part['kind'];
  title: string;
  schema: z.ZodType<Part>;
  /** Where each letter's pen and baseline come to lie, lettering px, in the order of the letters; for each line. */
  place(lines: readonly SetLine[], part: Part, measure: Measure): Affine[][];
}

/** Pens along a straight line, px from its start, and its whole width; tracking stands between letters only. */
export function pensAlong(letters: readonly SetLetter[], tracking: number): { pens: number[]; width: number } {
  const pens: number[] = [];
  let pen = 0;
  for (const letter of letters) {
    pens.push(pen);
    pen += letter.advance + tracking;
  }
  return { pens, width: Math.max(0, pen - (letters.length > 0 ? tracking : 0)) };
}

/** The box of a line's ink when its first pen stands at 0; null without ink. */
export function lineInk(
  letters: readonly SetLetter[],
  pens: readonly number[],
): { left: number; right: number; top: number; bottom: number } | null {
  let box: { left: number; right: number; top: number; bottom: number } | null = null;
  letters.forEach(({ bounds }, i) => {
    if (!bounds) return;
    const left = pens[i] + bounds.x;
    const right = left + bounds.width;
    const bottom = bounds.y + bounds.height;
    box = box
      ? {
          left: Math.min(box.left, left),
          right: Math.max(box.right, right),
          top: Math.min(box.top, bounds.y),
          bottom: Math.max(box.bottom, bottom),
        }
      : { left, right, top: bounds.y, bottom };
  });
  return box;
}

/** Of a width, the part that lies left of the edge (or middle) that lines share. */
export const leftShare = (alignment: Alignment): number => ({ left: 0, centre: 0.5, right: 1 })[alignment];

/**
 * The baselines of all lines, px: y = 0 lies halfway between the top of the first line's capitals and the last
 * baseline.
 */
export function baselines(lines: readonly SetLine[], { capHeight, leadingOf }: Measure): number[] {
  let y = 0;
  const all = lines.map(({ index }) => (y += leadingOf(index)));
  const shift = (capHeight - (all.at(-1) ?? 0)) / 2;
  return all.map((one) => one + shift);
}
