import { expect, test } from '@jest/globals';
import { blankLettering, blankPiece } from '../../core/piece/blank';
import type { ReadLetter } from '../../core/proof/reading';
import { noLetters } from '../../core/type/letters';
import { beyondSafe, findingsOf, readingSays } from './findings';
import { screenPerMm } from './screen';

const sheet = { width: 3000, height: 2000, ppi: 254, paint: '#ffffff' };
const letter = (text: string, verdict: ReadLetter['verdict'], as: string | null = null): ReadLetter => ({
  lettering: 'w',
  start: 0,
  text,
  arcMinutes: 12,
  verdict,
  as,
  seen: 0.3,
  margin: 0.5,
});

test('what is read from far, the worst first', () => {
  expect(
    readingSays([letter('K', 'read'), letter('I', 'unsure', 'L'), letter('N', 'lost')]).map(({ says }) => says),
  ).toEqual([
    'Not seen: N.',
    'Hard to tell: I from L.',
    'Read: K.',
    'The smallest letter is 12.0 minutes of arc high; the 20/20 line of an eye chart has 5.',
  ]);
  expect(readingSays([letter('K', 'read')])[0]).toEqual({ says: 'Every letter is read.', isBad: false });
  expect(readingSays([])).toEqual([]);
});

test('words near the trim are told with their room, those over it with how far', () => {
  // 10 px to a mm: the box begins 3 mm from the left.
  const piece = { ...blankPiece('p', sheet), letterings: [blankLettering('w', 'KILN', 'KILN', sheet)] };
  const lettersOf = () => ({ ...noLetters, ink: { x: 30, y: 500, width: 900, height: 300 } });
  const says = (bleed: number, safe: number): string[] =>
    beyondSafe({ piece, lettersOf }, { bleed, safe: [safe, safe, safe, safe] }).map((one) => one.says);
  expect(says(0, 3)).toEqual([]);
  expect(says(0, 5)).toEqual(['KILN comes within 3.0 mm of the trim; 5 mm should stay free.']);
  expect(says(4, 5)).toEqual(['KILN reaches 1.0 mm over the trim.']);
  expect(beyondSafe({ piece, lettersOf: () => null }, { bleed: 0, safe: [5, 5, 5, 5] })).toEqual([]);
});

test('a screen that nobody has measured is taken as the standard has it', () => {
  expect(screenPerMm()).toBeCloseTo(96 / 25.4, 6);
});

test('a piece that has not been measured has no gauges out of limits but those that need no measuring', () => {
  const piece = blankPiece('p', sheet);
  const bench = { piece, measures: null, materials: null, lettersOf: () => null } as never;
  expect(findingsOf(bench)).toEqual([]);
});
