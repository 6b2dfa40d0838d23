import fc from 'fast-check';
import {
  codePlaces,
  cropMarks,
  foldMarks,
  impose,
  inkOf,
  papers,
  printSheetSchema,
  type Imposition,
} from './imposition';

const order = printSheetSchema.parse({ paper: 'SRA3', margin: 5, gap: 6, marks: false, codes: false });

test('business cards of 85 × 55 mm on SRA3: as many as paper and arithmetic allow', () => {
  const made = impose({ width: 85, height: 55 }, order, 3) as Imposition;
  // Room 304 × 434: (304 + 6) / 91 = 3 by (434 + 6) / 61 = 7; turned (310 / 61) = 5 by (440 / 91) = 4.
  expect([made.columns, made.rows, made.isTurned, made.places.length]).toEqual([3, 7, false, 21]);
  const [first, second] = made.places;
  expect(second.x - first.x).toBeCloseTo(91, 9);
  expect(first.x + made.places[2].x + 85).toBeCloseTo(320, 9);
  // The first one lies above the last.
  expect(first.y).toBeGreaterThan(made.places.at(-1)!.y);
});

test('what fits lies on the paper, within its margins, apart from each other', () => {
  const side = fc.double({ min: 20, max: 400, noNaN: true });
  fc.assert(
    fc.property(
      side,
      side,
      fc.constantFrom(...Object.keys(papers)),
      fc.double({ min: 0, max: 20, noNaN: true }),
      (width, height, paper, gap) => {
        const sheet = printSheetSchema.parse({ paper, gap, margin: 5, marks: true });
        const made = impose({ width, height }, sheet, 3);
        if (typeof made === 'string') {
          const [short, long] = papers[sheet.paper];
          const [least, most] = [Math.min(width, height), Math.max(width, height)];
          expect(least > short - 26 - 1e-6 || most > long - 26 - 1e-6).toBe(true);
          return;
        }
        for (const place of made.places) {
          const ink = inkOf(place, gap, 3);
          expect(Math.min(ink.x, ink.y)).toBeGreaterThan(4.99);
          expect(ink.x + ink.width).toBeLessThan(made.paper.width - 4.99);
          expect(ink.y + ink.height).toBeLessThan(made.paper.height - 4.99);
        }
        made.places.slice(1).forEach((place, i) => {
          const before = inkOf(made.places[i], gap, 3);
          const own = inkOf(place, gap, 3);
          const isApart =
            own.x >= before.x + before.width - 1e-6 ||
            own.y + own.height <= before.y + 1e-6 ||
            before.x >= own.x + own.width - 1e-6;
          expect(isApart).toBe(true);
        });
      },
    ),
  );
});

test('every cut has a mark at both ends; codes stand in the margin or nowhere', () => {
  const made = impose({ width: 85, height: 55 }, { ...order, marks: true }, 3) as Imposition;
  const marks = cropMarks(made, 3);
  expect(marks).toHaveLength(made.columns * 2 * 2 + made.rows * 2 * 2);
  for (const { from, to } of marks) {
    expect(Math.min(from[0], from[1], to[0], to[1])).toBeGreaterThanOrEqual(0);
    expect(Math.hypot(from[0] - to[0], from[1] - to[1])).toBeCloseTo(4, 9);
  }
  expect(codePlaces(made, 5)).toBeNull();
  const few = impose({ width: 140, height: 200 }, { ...order, margin: 12 }, 3) as Imposition;
  const codes = codePlaces(few, 12)!;
  expect(codes).toHaveLength(few.places.length);
  for (const [, y] of codes) expect([y > 0, y + 8 < 12]).toEqual([true, true]);
});

test('folds part every sheet into equal panels, and turn with it', () => {
  const made = impose({ width: 85, height: 55 }, { ...order, marks: true }, 3) as Imposition;
  expect(foldMarks(made, { fold: 'none', panels: 2 }, 3)).toEqual([]);
  const upright = foldMarks(made, { fold: 'upright', panels: 3 }, 3);
  expect(upright).toHaveLength(made.columns * 2 * 2);
  const [{ from, to }] = upright;
  expect(from[0]).toBeCloseTo(made.places[0].x + 85 / 3, 5);
  expect(from[0]).toBe(to[0]);
  expect(from[1] - to[1]).toBeCloseTo(4, 9);
  // Below everything that is printed: 3 mm of bleed and 1 mm off.
  expect(from[1]).toBeCloseTo(Math.min(...made.places.map(({ y }) => y)) - 4, 9);
  const level = foldMarks({ ...made, isTurned: true }, { fold: 'upright', panels: 2 }, 3);
  expect(level).toHaveLength(made.rows * 2);
  expect(level[0].from[1]).toBeCloseTo(made.places[0].y + 27.5, 5);
  expect(level[0].from[1]).toBe(level[0].to[1]);
});

test('room for fold marks is kept where there are no crop marks', () => {
  // Just what lies within the margins.
  const trim = { width: 310, height: 440 };
  expect((impose(trim, order, 0) as Imposition).places).toHaveLength(1);
  expect(impose(trim, { ...order, fold: 'upright' }, 0)).toContain('does not fit');
});
