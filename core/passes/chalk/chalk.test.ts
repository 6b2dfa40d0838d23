import { Evaluator } from '../../graph/evaluate';
import { drawnLetter, drawnLetters, square } from '../../testing/letters';
import { paintedNode } from '../../testing/nodes';
import { layer, type MeasuredLettering, type MeasureScene } from '../pass';
import { chalkDocument } from './document';
import { measureKept } from './measure';
import { markSchema, plainMark, type Mark } from './schema';

const sheet = { width: 400, height: 300, ppi: 300 };
/** Ink from x = 100 to 200, y = 100 to 200. */
const box = { x: 100, y: 100, width: 100, height: 100 };
const ink = {
  ...paintedNode('ink', (x, y) => {
    const on = Number(x >= 100 && x < 200 && y >= 100 && y < 200);
    return [on, 0, 0, on];
  }),
  bounds: box,
};
const letters = drawnLetters([drawnLetter(square(100, 100, 100))]);
const lettering = (over: string[] = []): MeasuredLettering<unknown> => ({
  id: 'word',
  part: null,
  letters,
  painted: { layers: [layer('ink', ink)], cover: { all: ink, of: () => ink } },
  ungraded: { layers: [], cover: { all: ink, of: () => ink } },
  over: () => over,
  surface: ink,
});
/** A veil over everything left of x = 150. */
const veil = paintedNode('veil', (x) => [Number(x < 150)], 1);
const scene = {
  sheet,
  scale: 1,
  evaluator: new Evaluator(1e8),
  mattes: new Map([['veil', veil]]),
} as never as MeasureScene;
const keep = (x: number, y: number, radius: number): Mark =>
  plainMark({ id: 'k', kind: 'keep', points: [[x, y]], radius });
const measured = async (mark: Mark, one = lettering()) => (await measureKept([mark], [one], scene))[0];

test('a point that is free is over nothing and on the sheet', async () => {
  expect(await measured(keep(300, 60, 30))).toEqual({ mark: 'k', off: 0, over: [] });
});

test('ink covers as much of the disc as it does: all of it, half of it, a corner of it', async () => {
  expect((await measured(keep(150, 150, 20))).over).toEqual([{ lettering: 'word', share: 1 }]);
  expect((await measured(keep(200, 150, 20))).over[0].share).toBeCloseTo(0.5, 1);
  expect((await measured(keep(200, 200, 20))).over[0].share).toBeCloseTo(0.25, 1);
  // A small one is looked at as closely.
  expect((await measured(keep(200, 150, 2))).over[0].share).toBeCloseTo(0.5, 1);
});

test('what a veil brings before the letters is not covered by them', async () => {
  expect((await measured(keep(120, 150, 15), lettering(['veil']))).over).toEqual([]);
  expect((await measured(keep(180, 150, 15), lettering(['veil']))).over[0].share).toBeCloseTo(1, 3);
});

test('what lies off the sheet is told as its part of the disc', async () => {
  expect((await measured(keep(0, 150, 40))).off).toBeCloseTo(0.5, 2);
  expect((await measured(keep(0, 0, 40))).off).toBeCloseTo(0.75, 2);
  expect((await measured(keep(-500, 0, 40))).off).toBe(1);
});

test('only keep points that are not struck off are watched', async () => {
  const marks = [{ ...keep(150, 150, 20), done: true }, plainMark({ id: 'n', kind: 'note', points: [[150, 150]] })];
  expect(await measureKept(marks, [lettering()], scene)).toEqual([]);
});

test('marks go along with their photograph, or with the design, when the sheet takes another size', () => {
  const marks = [
    plainMark({ id: 'a', kind: 'keep', points: [[10, 20]], radius: 5, plate: 'p' }),
    plainMark({
      id: 'b',
      kind: 'arrow',
      points: [
        [0, 0],
        [10, 10],
      ],
    }),
  ];
  const along = (factor: number) => ({
    factor,
    at: ([x, y]: readonly [number, number]): [number, number] => [x * factor, y * factor],
  });
  chalkDocument.resized!(marks, { design: along(2), plate: () => along(3) });
  expect(marks[0]).toMatchObject({ points: [[30, 60]], radius: 15 });
  expect(marks[1].points).toEqual([
    [0, 0],
    [20, 20],
  ]);
  expect(chalkDocument.without!(marks, (id) => id === 'p')[0].plate).toBeNull();
});

test('marks without a place, or with too much to say, are refused', () => {
  expect(markSchema.safeParse({ id: 'a', kind: 'note', points: [] }).success).toBe(false);
  expect(markSchema.safeParse({ id: 'a', kind: 'note', points: [[0, 0]], text: 'x'.repeat(501) }).success).toBe(false);
  expect(markSchema.safeParse({ id: 'a', kind: 'square', points: [[0, 0]] }).success).toBe(false);
});
