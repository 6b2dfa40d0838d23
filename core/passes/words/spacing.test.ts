import { shippedFace } from '../../testing/faces';
import { polygonPath, transformPath } from '../../shape/path';
import type { Materials } from '../../graph/materials';
import type { SetLetter } from './lockups/lockup';
import { setLines, setWords } from './render';
import { plainWords, type Words } from './schema';
import { evenSpaces, gapsOf, oddGaps, tightestLeadings } from './spacing';

const face = shippedFace('archivo-black');
const materials = { face: () => face } as unknown as Materials;
const words = (change: Partial<Words>): Words => ({
  ...plainWords({ text: 'AVATAR', face: 'f', size: 200, leading: 1, tracking: 0, alignment: 'left' }),
  ...change,
});
const gaps = (change: Partial<Words>) => {
  const one = words(change);
  const { lines, measure } = setLines(one, materials);
  return gapsOf(lines, measure, one.text);
};

const letter = (start: number, advance: number, points: [number, number][]): SetLetter => {
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  const bounds = {
    x: Math.min(...xs),
    y: Math.min(...ys),
    width: Math.max(...xs) - Math.min(...xs),
    height: Math.max(...ys) - Math.min(...ys),
  };
  return {
    start,
    end: start + 1,
    outline: (place) => transformPath(polygonPath(points), place),
    bounds,
    advance,
    rightToLeft: false,
    colour: null,
  };
};

test('the white between two stems is their distance; a slope adds half of what it leans in', () => {
  const stem = (start: number): SetLetter =>
    letter(start, 30, [
      [5, -100],
      [25, -100],
      [25, 0],
      [5, 0],
    ]);
  const slope = letter(1, 30, [
    [25, -100],
    [25, 0],
    [5, 0],
  ]);
  const measure = { capHeight: 100, tracking: 4 };
  expect(gapsOf([{ index: 0, letters: [stem(0), stem(1)] }], measure, 'II')[0]).toMatchObject({
    mean: 14,
    least: 14,
    text: 'II',
  });
  expect(gapsOf([{ index: 0, letters: [stem(0), slope] }], measure, 'IV')[0].mean).toBeCloseTo(24, 6);
  // A side without ink counts as deep as white reaches, 30 % of the capitals' height.
  const low = letter(1, 30, [
    [5, -50],
    [25, -50],
    [25, 0],
    [5, 0],
  ]);
  expect(gapsOf([{ index: 0, letters: [stem(0), low] }], measure, 'Io')[0].mean).toBeCloseTo(14 + 15, 6);
});

test('even spacing makes the gaps of a line equal and keeps its length', () => {
  const before = gaps({ text: 'AVATAR HILT' });
  const { measure } = setLines(words({}), materials);
  const added = evenSpaces(before, measure.capHeight);
  const letters = [...added].map(([at, space]) => ({
    at,
    space: space / 200,
    x: 0,
    y: 0,
    scale: 1,
    rotation: 0,
    rise: 0,
    colour: null,
  }));
  const after = gaps({ text: 'AVATAR HILT', letters });
  // Gaps at which letters would come too near are left wider.
  const free = after.filter(({ least }) => least > 0.031 * measure.capHeight).map(({ mean }) => mean);
  expect(free.length).toBeGreaterThanOrEqual(5);
  for (const mean of free) expect(mean).toBeCloseTo(free[0], 3);
  for (const { least } of after) expect(least).toBeGreaterThan(0.029 * measure.capHeight);
});

test('an odd gap is found', () => {
  const letters = [{ at: 1, space: 0.2, x: 0, y: 0, scale: 1, rotation: 0, rise: 0, colour: null }];
  const found = gaps({ text: 'HHHHH', letters });
  expect([...oddGaps(found)].map(({ left }) => left)).toEqual([1]);
});

test('right-to-left lines and single letters have no gaps to even', () => {
  expect(gaps({ text: 'H' })).toEqual([]);
  expect(evenSpaces([], 100).size).toBe(0);
});

test('the tightest leading lets the ink of two lines just meet', () => {
  const one = words({ text: 'HHH\nHHH\n\nII' });
  const leadings = tightestLeadings(setWords(one, materials), 4, () => 200);
  const capHeight = face.capHeight * 200;
  expect(leadings[0]).toBeNull();
  expect(leadings[1]).toBeCloseTo(capHeight, 1);
  expect(leadings[2]).toBeNull();
  // A descender comes to lie beside the letter below it, where there is room.
  const loose = words({ text: 'Hg\nH', alignment: 'left' });
  expect(tightestLeadings(setWords(loose, materials), 2, () => 200)[1]).toBeCloseTo(capHeight, 0);
});
