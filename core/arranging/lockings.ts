import type { Lettering } from '../piece/schema';
import type { OwnLettering } from '../piece/sizeSchema';
import { wordsOf } from '../sizes/lines';

/** On how many lines words are brought; null leaves them as they are, and 0 gives each word a line. */
export type Locking = number | null;
export const lockings: readonly Locking[] = [null, 1, 2, 3, 4, 0];

/** Lockups whose lines can end elsewhere. */
const breakable: readonly string[] = ['lines', 'one-width', 'justified'];

/**
 * Words on some lines so that the longest line is as short as it can be.
 * @returns how many stand on each
 */
export function evenLines(words: readonly string[], count: number): number[] {
  const length = (from: number, to: number): number => words.slice(from, to).join(' ').length;
  // The shortest longest line of the first words on so many lines, and where its last line begins.
  const best: { longest: number; from: number }[][] = [];
  /** The longest line above a line that begins with a word; no word stands above the first one. */
  const longestBefore = (line: number, from: number): number => {
    if (line > 1) return best[line - 2][from]?.longest ?? Infinity;
    return from === 0 ? 0 : Infinity;
  };
  for (let lines = 1; lines <= count; lines++) {
    const row: { longest: number; from: number }[] = [];
    for (let to = lines; to <= words.length; to++) {
      let found = { longest: Infinity, from: lines - 1 };
      for (let from = lines - 1; from < to; from++) {
        const before = longestBefore(lines, from);
        const longest = Math.max(before, length(from, to));
        if (longest < found.longest) found = { longest, from };
      }
      row[to] = found;
    }
    best.push(row);
  }
  const counts: number[] = [];
  for (let lines = count, to = words.length; lines > 0; lines--) {
    const { from } = best[lines - 1][to];
    counts.unshift(to - from);
    to = from;
  }
  return counts;
}

/**
 * What a lettering has of its own for a way to bring its words on lines; null where that is nothing new.
 * Shapes, words on a path and letters stacked downwards stay as they are.
 */
export function lockedUp({ words }: Lettering, locking: Locking): OwnLettering | null {
  if (locking === null) return {};
  const all = wordsOf(words.text);
  const count = locking === 0 ? all.length : locking;
  if (words.shape || !breakable.includes(words.lockup.kind) || all.length < Math.max(2, count)) return null;
  // The last ones of these are the same as a number of lines.
  if (locking === 0 && lockings.includes(all.length)) return null;
  const lines = locking === 0 ? all.map(() => 1) : evenLines(all, count);
  const now = words.text.split('\n').map((line) => wordsOf(line).length);
  return lines.join() === now.join() ? null : { lines };
}
