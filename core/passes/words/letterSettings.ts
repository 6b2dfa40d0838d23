import { z } from 'zod';
import { colourSchema } from '../../pixels/colourSchema';
import { followedBy, moved, placed, type Affine } from '../../shape/affine';
import { middleOf, type Region } from '../../pixels/region';

/**
 * What is set by hand for one letter. It belongs to the letter that begins at `at`, and goes with it when the text
 * changes.
 */
export const letterSettingSchema = z.strictObject({
  /** Index of its first UTF-16 unit in the text. */
  at: z.int().min(0).max(5000),
  /** Added to the gap behind it, em: kerning and tracking by hand. */
  space: z.number().min(-2).max(5).default(0),
  /** Moved to the right and down, em. */
  x: z.number().min(-20).max(20).default(0),
  y: z.number().min(-20).max(20).default(0),
  /** Fraction; about the middle of its ink. */
  scale: z.number().min(0.05).max(20).default(1),
  /** Degrees, clockwise; about the middle of its ink. */
  rotation: z.number().min(-360).max(360).default(0),
  /** Raised off the baseline, em. */
  rise: z.number().min(-5).max(5).default(0),
  /** CSS colour in place of the ink's; null leaves the ink. */
  colour: colourSchema.nullable().default(null),
});

export type LetterSetting = z.infer<typeof letterSettingSchema>;

/** A letter as the face and the words have it. */
export const plainLetter: Omit<LetterSetting, 'at'> = {
  space: 0,
  x: 0,
  y: 0,
  scale: 1,
  rotation: 0,
  rise: 0,
  colour: null,
};

export function isPlain(setting: Omit<LetterSetting, 'at'>): boolean {
  return (Object.keys(plainLetter) as (keyof typeof plainLetter)[]).every(
    (name) => setting[name] === plainLetter[name],
  );
}

/** How a setting moves a letter's outline: px of the letter, pen at the origin. Null where it stays as it is. */
export function settingMap(setting: LetterSetting, bounds: Region | null, size: number): Affine | null {
  const { x, y, rise, scale, rotation } = setting;
  if (x === 0 && y === 0 && rise === 0 && scale === 1 && rotation === 0) return null;
  const middle = bounds ? middleOf(bounds) : [0, 0];
  return followedBy(
    moved(-middle[0], -middle[1]),
    placed(scale, rotation, middle[0] + x * size, middle[1] + (y - rise) * size),
  );
}

/** What a text that was edited keeps: settings by letter, and what is set by line. */
export interface Kept {
  letters: LetterSetting[];
  leadings: (number | null)[];
}

/** How much of a text stays the same at its head and at its tail, UTF-16 units. */
function unchanged(before: string, after: string): { head: number; tail: number } {
  const most = Math.min(before.length, after.length);
  let head = 0;
  while (head < most && before[head] === after[head]) head++;
  let tail = 0;
  while (tail < most - head && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail++;
  return { head, tail };
}

/** Brings items that stand at letters over to an edited text: what was replaced loses them. */
export function keptPlaces<Item extends { at: number }>(before: string, after: string, items: readonly Item[]): Item[] {
  if (before === after) return [...items];
  const { head, tail } = unchanged(before, after);
  return items.flatMap((one) => {
    if (one.at < head) return [one];
    return one.at >= before.length - tail ? [{ ...one, at: one.at + after.length - before.length }] : [];
  });
}

/**
 * Brings what was set by hand over to an edited text. What stands before and behind the edited stretch keeps its
 * settings;
 * what was replaced loses them.
 */
export function retyped(before: string, after: string, { letters, leadings }: Kept): Kept {
  if (before === after) return { letters, leadings };
  const { head, tail } = unchanged(before, after);
  return { letters: keptPlaces(before, after, letters), leadings: retypedLines(before, after, head, tail, leadings) };
}

const linesIn = (text: string): number => text.split('\n').length - 1;

function retypedLines(
  before: string,
  after: string,
  head: number,
  tail: number,
  leadings: (number | null)[],
): (number | null)[] {
  if (leadings.length === 0) return leadings;
  const first = linesIn(before.slice(0, head));
  const gone = linesIn(before.slice(head, before.length - tail));
  const come = linesIn(after.slice(head, after.length - tail));
  const out = [...leadings];
  // What begins where a line begins pushes that line down; anything else pushes down the lines behind it.
  const from = head === 0 || before[head - 1] === '\n' ? first : first + 1;
  while (out.length < from) out.push(null);
  out.splice(from, gone, ...new Array<null>(come).fill(null));
  while (out.length > 0 && out.at(-1) === null) out.pop();
  return out;
}
