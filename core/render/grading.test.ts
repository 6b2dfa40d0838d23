// What each reach of a grade changes in a whole piece, what gauges read of it, and what a look leaves out.
import { Evaluator } from '../graph/evaluate';
import { blankPiece, untouched } from '../piece/blank';
import type { Piece } from '../piece/schema';
import { compile, type Look } from './compile';
import { measurePiece } from './measure';
import type { Raster } from '../pixels/raster';
import { paintedPicture } from '../testing/pictures';
import { solidCoat } from '../coats/schema';
import { plainInk } from '../passes/ink/schema';
import { plainOutlines } from '../passes/outlines/schema';
import { plainStance } from '../passes/stance/schema';
import { plainWords } from '../passes/words/schema';
import { plainGrade, type Grade, type GradeReach } from '../passes/grade/schema';

const sheet = { width: 120, height: 90, ppi: 300, paint: '#ffffff', coats: [] };
/** Two photographs: one under all, of two greys, and a small red one at the lower right. */
const under = paintedPicture(120, 90, (x) => (x < 60 ? [100, 100, 100] : [160, 160, 160]));
const small = paintedPicture(30, 20, () => [200, 60, 60]);
const materials = {
  picture: (key: string) => (key === 'small' ? small : under),
  face: () => {
    throw new Error('no faces here');
  },
};

/** A black box of 20 px with its upper left corner at (30, 20), and one grade. */
function graded(change: Partial<Grade>, reach: Partial<GradeReach>): Piece {
  const blank = blankPiece('graded', sheet);
  const shape = { kind: 'box' as const, height: 1, rounding: 0 };
  const lettering = {
    id: 'box',
    name: 'box',
    words: plainWords({ text: '', face: '', size: 20, leading: 1, tracking: 0, alignment: 'left', shape }),
    stance: plainStance({ x: 40, y: 30, rotation: 0, scale: 1 }),
    ink: plainInk([solidCoat({ colour: '#000000' })]),
    outlines: plainOutlines(),
    ...untouched(),
  };
  return {
    ...blank,
    assets: {
      under: { kind: 'plate', name: 'under', sha256: 'a'.repeat(64) },
      small: { kind: 'plate', name: 'small', sha256: 'b'.repeat(64) },
    },
    plates: [
      { id: 'under', name: 'under', asset: 'under', scale: 1, x: 0, y: 0 },
      { id: 'small', name: 'small', asset: 'small', scale: 1, x: 85, y: 60 },
    ],
    letterings: [lettering],
    depth: ['box'],
    grades: [
      {
        ...plainGrade('g', { lettering: 'box', area: 'everything', on: { kind: 'all' } }),
        ...change,
        reach: { lettering: 'box', area: 'everything', on: { kind: 'all' }, soft: 0, ...reach },
      },
    ],
  };
}

const draw = async (piece: Piece, look: Look = {}): Promise<Raster> =>
  new Evaluator(1e8).pixels(compile(piece, materials as never, look).picture, {
    region: { x: 0, y: 0, width: 120, height: 90 },
    scale: 1,
  });
const at = ({ data }: Raster, x: number, y: number): number[] =>
  [0, 1, 2].map((c) => Math.round(255 * data[(y * 120 + x) * 4 + c]));

/** In the box, on the dark half, on the light half, on the small photograph. */
const places = [
  [40, 30],
  [10, 70],
  [70, 20],
  [100, 70],
] as const;
const look = async (piece: Piece, how: Look = {}): Promise<number[][]> => {
  const raster = await draw(piece, how);
  return places.map(([x, y]) => at(raster, x, y));
};
const grey = (value: number): number[] => [value, value, value];
const before = [grey(0), grey(100), grey(160), [200, 60, 60]];
const inverted = [grey(255), grey(155), grey(95), [55, 195, 195]];

test('each reach changes what it names and nothing else', async () => {
  expect(await look(graded({}, {}))).toEqual(before);
  expect(await look(graded({ invert: true }, { area: 'everything' }))).toEqual(inverted);
  expect(await look(graded({ invert: true }, { area: 'photograph' }))).toEqual([before[0], ...inverted.slice(1)]);
  expect(await look(graded({ invert: true }, { area: 'letters' }))).toEqual([inverted[0], ...before.slice(1)]);
  expect(await look(graded({ invert: true }, { area: 'outside' }))).toEqual([before[0], ...inverted.slice(1)]);
  expect(await look(graded({ invert: true }, { area: 'photograph', on: { kind: 'plate', plate: 'small' } }))).toEqual([
    ...before.slice(0, 3),
    inverted[3],
  ]);
  expect(await look(graded({ invert: true }, { area: 'photograph', on: { kind: 'plate', plate: 'under' } }))).toEqual([
    before[0],
    inverted[1],
    inverted[2],
    before[3],
  ]);
});

test('letters are graded with their edge: half covered stays half covered', async () => {
  const piece = graded({ invert: true }, { area: 'letters' });
  piece.letterings[0].stance.x = 40.5;
  const raster = await draw(piece);
  expect(at(raster, 30, 30)).toEqual(grey(Math.floor((255 + 100) / 2)));
});

test('a grade that is hidden does nothing; a later one works on what an earlier one has made', async () => {
  expect(await look(graded({ invert: true, shown: false }, {}))).toEqual(before);
  const twice = graded({ invert: true }, {});
  twice.grades.push({ ...twice.grades[0], id: 'h', invert: false, subtract: '#101010' });
  expect((await look(twice))[1]).toEqual(grey(155 - 16));
  twice.grades.reverse();
  expect((await look(twice))[1]).toEqual(grey(255 - (100 - 16)));
});

test('the picture without a line has nothing of it, and a wipe shows one look at the left and the other at the right', async () => {
  const piece = graded({ invert: true }, {});
  expect(await look(piece, { withoutLine: 9 })).toEqual(before);
  expect(await look(piece, { withoutLine: 4 })).toEqual([grey(155), ...inverted.slice(1)]);
  const wiped = await look(piece, { wipe: { at: 60, other: { withoutLine: 9 } } });
  expect(wiped).toEqual([before[0], before[1], inverted[2], inverted[3]]);
  expect((await look(piece, { wipe: { at: 60, other: { before: true } } }))[0]).toEqual(grey(100));
});

test('gauges read tones before and after, what is lost, and the darks and lights around the letters', async () => {
  const piece = graded({ light: 3 }, { area: 'photograph' });
  const reach = { lettering: null, area: 'photograph', on: { kind: 'plate', plate: 'small' }, soft: 0 } as const;
  // Whoever grades a thing wants to know its tones.
  piece.grades.push(
    plainGrade('letters', { lettering: 'box', area: 'letters', on: { kind: 'all' } }),
    plainGrade('small', reach),
  );
  const { grade } = await measurePiece(piece, compile(piece, materials as never), new Evaluator(1e8));
  const area = 120 * 90;
  // 85, 60 to 115, 80 is red; the box is black.
  expect(grade.before!.clippedDark).toBeCloseTo(400 / area, 6);
  expect(grade.before!.clippedLight).toBe(0);
  expect(grade.before!.red[Math.floor((64 * 160) / 255)]).toBeCloseTo((60 * 90 - 600) / area, 6);
  expect(grade.after!.clippedLight).toBeCloseTo((area - 400) / area, 2);
  const [box] = grade.letterings;
  // Half of its side around the box the photograph is of the dark grey alone.
  expect(box.darks!.map((value) => Math.round(value * 255))).toEqual(grey(100));
  expect(box.own!.mean[0]).toBeCloseTo(0, 6);
  const red = grade.plates.find(({ id }) => id === 'small')!;
  expect(red.own!.spread[0]).toBeCloseTo(0, 3);
  expect(red.own!.mean[1]).toBeGreaterThan(0.1);
});
