import type { Survey } from '.';
import { placeForWords, shapeOfWords, whatIsLacking } from './lacks';

const plate = { width: 2000, height: 1400 };
/** A plate that is calm in its upper half. */
const calm = (value: (row: number) => number, share = 0.5): Survey['calm'] => ({
  unrest: { width: 20, height: 14, values: Array.from({ length: 280 }, (_, i) => value(Math.floor(i / 20))) },
  share,
  places: [],
  confidence: 1,
});
const upperHalf = calm((row) => (row < 7 ? 0 : 1));
const detail = (size: number): Survey['detail'] => ({
  size,
  octaves: [],
  busy: { width: 1, height: 1, values: [0] },
  confidence: 1,
});

test('four letters on one line are wider than on two', () => {
  expect(shapeOfWords('RAKU')).toBeCloseTo((4 * 0.72) / 1.1, 6);
  expect(shapeOfWords('RA\nKU')).toBeCloseTo((2 * 0.72) / 2.2, 6);
  expect(shapeOfWords('')).toBeGreaterThan(0);
});

test('words stand in the calm half, and nowhere where nothing is calm', () => {
  const place = placeForWords({ calm: upperHalf }, plate, 'RAKU')!;
  expect(place.y + place.height).toBeLessThanOrEqual(700);
  expect(place.width).toBeGreaterThan(1400);
  expect(placeForWords({ calm: calm(() => 1) }, plate, 'RAKU')).toBeNull();
});

test.each([
  ['a small one', {}, { width: 800, height: 600 }, /Small: 800 × 600/],
  ['one without a calm place', { calm: calm(() => 1) }, plate, /No calm place/],
  // A letter of RAKU takes up about 450 px.
  ['one of large leaves', { calm: upperHalf, detail: detail(1400) }, plate, /two letters would vanish/],
  ['one of larger things', { calm: upperHalf, detail: detail(700) }, plate, /a letter would vanish/],
  [
    'one of gravel',
    { calm: calm((row) => (row < 7 ? 0 : 1), 0.1), detail: detail(20) },
    plate,
    /Small things all over/,
  ],
  [
    'one that is clipped',
    { clipped: { light: 0.2, white: 0.1, black: 0, confidence: 1 } },
    plate,
    /10 % is pure white/,
  ],
  ['one with a dark side', { evenness: { stops: 3.4, even: 0.2, confidence: 1 } }, plate, /3\.4 stops/],
])('of %s it is said what it lacks', (_, survey, size, sentence) => {
  expect(whatIsLacking(survey as Partial<Survey>, size, 'RAKU')).toMatch(sentence);
});

test('of one that lacks nothing nothing is said', () => {
  expect(whatIsLacking({ calm: upperHalf, detail: detail(100) }, plate, 'RAKU')).toBeNull();
});
