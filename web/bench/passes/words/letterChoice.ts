import type { Letters } from '../../../../core/type/letters';
import { plainLetter, type LetterSetting } from '../../../../core/passes/words/letterSettings';
import type { Words } from '../../../../core/passes/words/schema';

/** The letters in a selection of the text: places of their first units. */
export function chosenLetters({ letters }: Letters, [from, to]: readonly [number, number]): number[] {
  return [...new Set(letters.map(({ start }) => start))]
    .filter((start) => start >= from && start < to)
    .sort((a, b) => a - b);
}

/** The letters on both sides of a caret, on one line; null at the line's ends. */
export function pairAt({ letters, lines }: Letters, caret: number): { left: number; right: number } | null {
  const line = lines.findLast((one) => one.start <= caret);
  if (!line) return null;
  const starts = [...new Set(letters.map(({ start }) => start))].filter(
    (start) => start >= line.start && start < line.start + line.text.length,
  );
  const left = Math.max(...starts.filter((start) => start < caret));
  const right = Math.min(...starts.filter((start) => start >= caret));
  return Number.isFinite(left) && Number.isFinite(right) ? { left, right } : null;
}

export const settingAt = ({ letters }: Words, at: number): LetterSetting =>
  letters.find((letter) => letter.at === at) ?? { ...plainLetter, at };
