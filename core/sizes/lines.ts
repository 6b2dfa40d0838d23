/**
 * Words of a text, and what parts them. A text is the same in every size; where its lines end may differ. White space of
 * one character can become a line's end and back, so every letter keeps its place in the text.
 */
const blanks = /\s+/g;

/** Every run of white space between two words: where it begins, and what it is. */
function gapsOf(text: string): { at: number; blank: string }[] {
  const end = text.trimEnd().length;
  return [...text.matchAll(blanks)].flatMap(({ index, 0: blank }) =>
    text.slice(0, index).trim() === '' || index >= end ? [] : [{ at: index, blank }],
  );
}

export const wordsOf = (text: string): string[] => text.split(/\s+/).filter((word) => word !== '');

/** How many words stand on each line that has any. */
export function linesOf(text: string): number[] {
  const counts = text.split('\n').map((line) => wordsOf(line).length);
  const inked = counts.filter((count) => count > 0);
  return inked.length > 0 ? inked : [1];
}

/** Both say the same: only where lines end may differ. */
export const isSameText = (a: string, b: string): boolean =>
  a.length === b.length && a.replace(/\s/g, ' ') === b.replace(/\s/g, ' ');

/**
 * A text with its words on lines: the last line takes what is left over. Its length stays.
 * @param lines how many words stand on each
 */
export function withLines(text: string, lines: readonly number[]): string {
  const ends = new Set<number>();
  let words = 0;
  for (const count of lines.slice(0, -1)) ends.add((words += count) - 1);
  return parted(text, (gap) => ends.has(gap));
}

/** A text with lines that end where those of another text with as many words do. */
export function brokenAs(text: string, other: string): string {
  const [own, theirs] = [gapsOf(text), gapsOf(other)];
  const isEnd = (gap: number): boolean | null => (theirs[gap] ? theirs[gap].blank.includes('\n') : null);
  if (own.length === theirs.length) return parted(text, (gap) => isEnd(gap)!);
  // Words came or went: the first and the last that stay keep the lines that they had.
  const [before, after] = [wordsOf(text), wordsOf(other)];
  let first = 0;
  while (first < Math.min(before.length, after.length) && before[first] === after[first]) first++;
  let last = 0;
  while (
    last < Math.min(before.length, after.length) - first &&
    before[before.length - 1 - last] === after[after.length - 1 - last]
  )
    last++;
  return parted(text, (gap) => {
    if (gap < first) return isEnd(gap) ?? own[gap].blank.includes('\n');
    if (own.length - gap < last) return isEnd(theirs.length - own.length + gap) ?? own[gap].blank.includes('\n');
    return own[gap].blank.includes('\n');
  });
}

function parted(text: string, isEnd: (gap: number) => boolean): string {
  const letters = [...Array(text.length).keys()].map((i) => text[i]);
  gapsOf(text).forEach(({ at, blank }, gap) => {
    if (blank.length === 1 && blank.includes('\n') !== isEnd(gap)) letters[at] = isEnd(gap) ? '\n' : ' ';
  });
  return letters.join('');
}
