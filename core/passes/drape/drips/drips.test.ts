import { placed, type Point } from '../../../shape/affine';
import { coverage } from '../../../shape/coverage';
import { flatten } from '../../../shape/path';
import { windingAt } from '../../../shape/winding';
import { drawnLetter, drawnLetters, square } from '../../../testing/letters';
import { noLetters, type Letter, type Letters } from '../../../type/letters';
import { keptPlaces } from '../../words/letterSettings';
import { plainDrips, type Drips } from '../schema';
import { dripping, hangingDrips, type HangingDrip } from '.';
import { edgeNear, stretchesAt } from './column';
import { retypedDrips } from './roots';

const em = 100;
/** Blocks of 80 by 80, one for each character. */
function blocks(text: string, turned = false): Letters {
  const letters = Array.from(text, (character, i): Letter => {
    const points = square(i * em, 0, 80);
    return { ...drawnLetter(turned ? points.reverse() : points, { start: i }), text: character };
  });
  return drawnLetters(letters, { size: em, capHeight: 80 });
}
const some = (more: Partial<Drips> = {}): Drips => plainDrips({ number: 6, ...more });
const of = (found: readonly HangingDrip[], at: number): HangingDrip[] => found.filter((one) => one.at === at);
/** Where drips hang in their own block, and how long they are. */
const look = (found: readonly HangingDrip[], at: number): [number, number][] =>
  of(found, at).map(({ root, tip }) => [root[0] - at * em, Math.hypot(tip[0] - root[0], tip[1] - root[1])]);

test('a column finds what of it lies within a shape, by the non-zero rule', () => {
  const hole: Point[] = [
    [20, 20],
    [20, 60],
    [60, 60],
    [60, 20],
  ];
  const ring = [square(0, 0, 80), hole];
  expect(stretchesAt(ring, 40).map(({ from, to }) => [from, to])).toEqual([
    [0, 20],
    [60, 80],
  ]);
  expect(stretchesAt(ring, 10).map(({ from, to }) => [from, to])).toEqual([[0, 80]]);
  expect(stretchesAt(ring, 200)).toEqual([]);
  expect(edgeNear(ring, 40, 25, 10)).toBe(20);
  expect(edgeNear(ring, 40, 45, 10)).toBeNull();
});

test('the same seed gives the same drips, another seed others', () => {
  const letters = blocks('RAKU');
  expect(hangingDrips(letters, some({ seed: 4 }))).toEqual(hangingDrips(letters, some({ seed: 4 })));
  expect(look(hangingDrips(letters, some({ seed: 4 })), 0)).not.toEqual(
    look(hangingDrips(letters, some({ seed: 5 })), 0),
  );
});

test('all hang from the lower edge; without a spread they are as long as was said', () => {
  const found = hangingDrips(blocks('RAKU'), some({ spread: 0, length: 0.5 }));
  expect(found.length).toBeGreaterThan(8);
  for (const { root, tip } of found) {
    expect(root[1]).toBeCloseTo(80, 6);
    expect(tip[1] - root[1]).toBeCloseTo(50, 6);
    expect(tip[0]).toBeCloseTo(root[0], 6);
  }
  const lengths = hangingDrips(blocks('RAKURAKURAKU'), some({ spread: 1, length: 0.5, number: 8 })).map(
    ({ root, tip }) => tip[1] - root[1],
  );
  expect(Math.max(...lengths) / Math.min(...lengths)).toBeGreaterThan(4);
});

test('more drips come to those there are', () => {
  const [few, many] = [3, 9].map((number) => look(hangingDrips(blocks('RAKU'), some({ number })), 2));
  expect(many.length).toBeGreaterThan(few.length);
  expect(many.slice(0, few.length)).toEqual(few);
});

test('they run the way that was said, whatever way the letters stand', () => {
  const turned = { ...blocks('RAKU'), place: placed(2, 30, 400, 100) };
  for (const direction of [90, 0, 200]) {
    const [x, y] = [Math.cos((direction * Math.PI) / 180), Math.sin((direction * Math.PI) / 180)];
    const found = hangingDrips(turned, some({ direction }));
    expect(found.length).toBeGreaterThan(3);
    for (const { root, tip } of found) {
      const long = Math.hypot(tip[0] - root[0], tip[1] - root[1]);
      expect(((tip[0] - root[0]) * x + (tip[1] - root[1]) * y) / long).toBeCloseTo(1, 4);
    }
  }
});

test.each([false, true])(
  'a drip and its letter are one shape, whichever way the outline runs (turned: %s)',
  (turned) => {
    const letters = blocks('RA', turned);
    const found = hangingDrips(letters, some());
    const run = dripping(letters, some());
    for (const { at, root, tip } of found) {
      const polygons = flatten(run.letters[at].path);
      for (let y = root[1] - 12; y < tip[1] - 1; y += 1) expect(windingAt(polygons, [root[0], y])).not.toBe(0);
      expect(windingAt(polygons, [root[0], tip[1] + 1])).toBe(0);
    }
    expect(run.letters[0].bounds!.height).toBeCloseTo(Math.max(...of(found, 0).map(({ tip }) => tip[1])), 0);
    expect(run.ink).toBe(letters.ink);
  },
);

test('a fillet leaves the edge without a corner, and the end is round', () => {
  const letters = blocks('R');
  const one = some({ number: 1.3, length: 0.6, spread: 0, thickness: 0.1, neck: 0 });
  const [{ root, tip }] = hangingDrips(letters, one);
  const polygons = flatten(dripping(letters, one).letters[0].path);
  const widthAt = (y: number): number => {
    const run = stretchesAt(
      polygons.map((polygon) => polygon.map(([x, py]): Point => [py, x])),
      y,
    );
    return run.reduce((sum, { from, to }) => sum + to - from, 0);
  };
  const body = widthAt(tip[1] - 20);
  // At the end: a half circle of the body's width.
  for (const up of [1, 2, 3]) expect(widthAt(tip[1] - up)).toBeCloseTo(2 * Math.sqrt(up * (body - up)), 0);
  expect(widthAt(root[1] + 0.2)).toBeGreaterThan(1.8 * body);
});

test('single drips are made longer or taken away, and no other moves', () => {
  const letters = blocks('RAKU');
  const before = hangingDrips(letters, some());
  const [first, second] = of(before, 1);
  const after = hangingDrips(
    letters,
    some({
      changes: [
        { at: 1, drip: first.drip, length: 1.25 },
        { at: 1, drip: second.drip, length: null },
      ],
    }),
  );
  const longer = of(after, 1).find(({ drip }) => drip === first.drip)!;
  expect(longer.tip[1] - longer.root[1]).toBeCloseTo(125, 6);
  expect(after).toHaveLength(before.length - 1);
  const untouched = ({ at, drip }: HangingDrip): boolean => at !== 1 || (drip !== first.drip && drip !== second.drip);
  expect(after.filter(untouched)).toEqual(before.filter(untouched));
});

test('when the words change, letters that stay keep their drips, and new ones do not repeat them', () => {
  const drips = some({ changes: [{ at: 2, drip: 0, length: 2 }] });
  const before = hangingDrips(blocks('RAKU'), drips);
  const kept = structuredClone(drips);
  const retype = (from: string, to: string): void =>
    retypedDrips(kept, { lettering: 'a', before: from, after: to, keep: (items) => keptPlaces(from, to, items) });
  retype('RAKU', 'BRAKU');
  const after = hangingDrips(blocks('BRAKU'), kept);
  for (const at of [0, 1, 2, 3]) {
    const [was, is] = [look(before, at), look(after, at + 1)];
    expect(is).toHaveLength(was.length);
    is.forEach(([x, long], i) => {
      expect(x).toBeCloseTo(was[i][0], 6);
      expect(long).toBeCloseTo(was[i][1], 6);
    });
  }
  expect(look(after, 0)).not.toEqual(look(after, 1));
  expect(kept.changes).toEqual([{ at: 3, drip: 0, length: 2 }]);
  retype('BRAKU', 'RAKU');
  expect(kept.roots).toEqual([]);
});

/** Area by coverage, of all letters. */
const areaOf = ({ letters }: Letters): number =>
  letters.reduce(
    (sum, { path }) =>
      sum +
      coverage(flatten(path), { x: -50, y: -50, width: 500, height: 300 }).data.reduce((all, one) => all + one, 0),
    0,
  );

test('molten edges sag, torn ones lose: the sides stay where they are', () => {
  const letters = blocks('RA');
  const edge = { depth: 0.15, size: 0.2 };
  const molten = dripping(letters, some({ number: 0, edge: { as: 'molten', ...edge } }));
  const torn = dripping(letters, some({ number: 0, edge: { as: 'torn', ...edge } }));
  const flat = areaOf(letters);
  expect(areaOf(molten)).toBeGreaterThan(flat + 200);
  expect(areaOf(torn)).toBeLessThan(flat - 200);
  for (const { letters: worked } of [molten, torn])
    worked.forEach(({ bounds }, i) => {
      expect(bounds!.x).toBeCloseTo(i * em, 6);
      expect(bounds!.width).toBeCloseTo(80, 6);
      expect(bounds!.y).toBeCloseTo(0, 6);
    });
  // What is torn never reaches beyond the letter, nor does what sags by more than was said.
  for (const { bounds } of torn.letters) expect(bounds!.height).toBeLessThanOrEqual(80 + 1e-6);
  for (const { bounds } of molten.letters) expect(bounds!.height).toBeLessThanOrEqual(80 + 15 * 1.6 + 1e-6);
});

test('many drips, no letters and letters of no size: nothing breaks', () => {
  const many = dripping(blocks('RAKURAKU'), some({ number: 60, thickness: 0.005, length: 6, spread: 1 }));
  for (const { path } of many.letters) for (const { to } of path) expect(to.every(Number.isFinite)).toBe(true);
  expect(hangingDrips(noLetters, some())).toEqual([]);
  expect(dripping({ ...blocks('R'), size: 0 }, some()).letters[0].path).toHaveLength(4);
});
