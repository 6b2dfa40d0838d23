import { advanceFromTables, faceBytes, shippedFace } from '../../testing/faces';
import type { Materials } from '../pass';
import { lineWidths } from './gauge';
import { setWords } from './render';
import type { Words } from './schema';

const face = shippedFace('bowlby-one');
const materials: Materials = {
  face: () => face,
  picture: () => {
    throw new Error('no pictures here');
  },
};
const words = (change: Partial<Words>): Words => ({ text: 'HH', face: 'f', size: 100, leading: 1, tracking: 0, alignment: 'left', ...change });

test('letters follow one another by their advances; tracking stands between letters only', () => {
  const advance = advanceFromTables(faceBytes('bowlby-one'), 'H'.codePointAt(0)!) * 100;
  const tight = setWords(words({}), materials);
  const wide = setWords(words({ tracking: 0.1 }), materials);
  expect(tight.lines[0].width).toBeCloseTo(2 * advance, 3);
  expect(wide.lines[0].width).toBeCloseTo(2 * advance + 10, 3);
  expect(wide.letters[1].bounds!.x - tight.letters[1].bounds!.x).toBeCloseTo(10, 3);
  expect(tight.lines[0].carets).toHaveLength(3);
  expect(tight.lines[0].carets[1]).toBeCloseTo(advance, 3);
});

test('lines stand leading apart, around the origin; each aligns on x = 0', () => {
  const two = setWords(words({ text: 'H\nHHH', leading: 0.9 }), materials);
  expect(two.lines[1].baseline - two.lines[0].baseline).toBeCloseTo(90, 6);
  expect(two.lines[0].baseline - two.capHeight).toBeCloseTo(-two.lines[1].baseline, 6);
  for (const [alignment, share] of [['left', 0], ['centre', 0.5], ['right', 1]] as const) {
    for (const line of setWords(words({ text: 'H\nHHH', alignment }), materials).lines) expect(line.left + line.width * share).toBeCloseTo(0, 6);
  }
});

test('letters stay apart and know their place in the text; a space has no ink', () => {
  const { letters, lines } = setWords(words({ text: 'A B\nC' }), materials);
  expect(letters.map(({ start, text, line }) => [start, text, line])).toEqual([[0, 'A', 0], [1, ' ', 0], [2, 'B', 0], [4, 'C', 1]]);
  expect(letters[1].bounds).toBeNull();
  expect(lines[1].start).toBe(4);
});

test('ink width is measured on the outlines', () => {
  const set = setWords(words({}), materials);
  const [{ width }] = lineWidths(set);
  const left = set.letters[0].bounds!.x;
  const right = set.letters[1].bounds!.x + set.letters[1].bounds!.width;
  expect(width).toBeCloseTo(right - left, 6);
});

test.each([['no text', ''], ['only line ends', '\n\n'], ['emoji', '🪁🏺'], ['5,000 characters', 'KITE '.repeat(1000)], ['marks in a heap', `A${'\u0301'.repeat(20)}`], ['right to left', 'طين'], ['half a pair', '\ud83e']])('%s does no harm', (_name, text) => {
  const set = setWords(words({ text }), materials);
  expect(set.lines.length).toBe(text.split('\n').length);
  for (const line of set.lines) for (const caret of line.carets) expect(Number.isFinite(caret)).toBe(true);
});
