import { oklabPlanes } from '../../../pixels/oklabPlanes';
import { findPatches } from '../scribble/patches';
import { divisionsOf, joinedInPairs } from './divisions';
import { borderedBy, findRegions, hangingTogether, type Regions } from './regions';
import { traitsOf } from './traits';

const [width, height] = [120, 80];

/** A picture of flat parts. @param of which of the colours each px has */
function flat(of: (x: number, y: number) => number, colours: number[][]): Regions {
  const bytes = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++) bytes.set(colours[of(i % width, Math.floor(i / width))], 3 * i);
  return findRegions(findPatches(oklabPlanes({ width, height, channels: 3, bytes }), width, height));
}

/** The regions whose middle lies somewhere. */
const regionsIn = (regions: Regions, inside: (x: number, y: number) => boolean): Uint8Array =>
  Uint8Array.from(regions.places, ([x, y]) => Number(inside(x, y)));
const areaOf = ({ areas }: Regions, set: Uint8Array): number => areas.reduce((sum, one, k) => sum + one * set[k], 0);

const inBox = (x: number, y: number): boolean => x >= 10 && x < 50 && y >= 20 && y < 60;
/** A box of two halves on a ground, whose own middle lies outside the box. */
const box = flat(
  (x, y) => {
    if (!inBox(x, y)) return 0;
    return x < 30 ? 1 : 2;
  },
  [
    [120, 130, 120],
    [220, 60, 40],
    [30, 60, 200],
  ],
);

test('traits of a box are those of arithmetic', () => {
  const set = regionsIn(box, inBox);
  const salience = Float64Array.from(set, (one) => (one ? 0.8 : 0.1));
  const traits = traitsOf(box, set, salience)!;
  expect(traits.share).toBeCloseTo((40 * 40) / (width * height), 1);
  expect(traits.salience).toBeCloseTo(0.8, 5);
  expect(traits.contrast).toBeCloseTo(0.7, 5);
  expect(traits.free).toBe(1);
  // A square of side a: 4 pi a^2 / (4 a)^2.
  expect(traits.round).toBeCloseTo(Math.PI / 4, 1);
  expect(traits.away).toBeCloseTo(0.25, 1);
  // The ground itself touches the picture's border all around: 400 px of it beside 160 px of the box.
  const ground = traitsOf(
    box,
    Uint8Array.from(set, (one) => 1 - one),
    salience,
  )!;
  expect(ground.free).toBeCloseTo(160 / (160 + 396), 1);
  expect(ground.contrast).toBe(0);
  expect(traitsOf(box, new Uint8Array(box.count).fill(1), salience)).toBeNull();
});

test('one of the divisions is the whole box, whatever it is made of; every one hangs together', () => {
  const set = regionsIn(box, inBox);
  const found = divisionsOf(box, new Float64Array(box.count));
  const overlap = (one: Uint8Array): number =>
    areaOf(
      box,
      one.map((a, k) => a & set[k]),
    ) /
    areaOf(
      box,
      one.map((a, k) => a | set[k]),
    );
  expect(Math.max(...found.map(overlap))).toBeGreaterThan(0.95);
  expect(new Set(found.map((one) => one.join(''))).size).toBe(found.length);
  for (const one of found) expect(hangingTogether(box, one.indexOf(1), (k) => one[k] === 1)).toEqual(one);
});

test('what touches is joined in pairs; what lies apart is not', () => {
  const halves = [regionsIn(box, (x, y) => inBox(x, y) && x < 30), regionsIn(box, (x, y) => inBox(x, y) && x >= 30)];
  expect(joinedInPairs(box, halves)).toEqual([regionsIn(box, inBox)]);
  const border = { length: 1, strength: 1 };
  const row = {
    count: 3,
    neighbours: [
      new Map([[1, border]]),
      new Map([
        [0, border],
        [2, border],
      ]),
      new Map([[1, border]]),
    ],
  };
  const [first, second, third] = [Uint8Array.of(1, 0, 0), Uint8Array.of(0, 1, 0), Uint8Array.of(0, 0, 1)];
  expect(joinedInPairs(row, [first, third])).toEqual([]);
  expect(joinedInPairs(row, [first, second])).toEqual([Uint8Array.of(1, 1, 0)]);
  expect(borderedBy(box, regionsIn(box, inBox)).some((one, k) => one && inBox(...box.places[k]))).toBe(false);
});

test('px of the picture’s border are counted for each side, and once altogether in corners', () => {
  const total = (values: Float64Array): number => values.reduce((a, b) => a + b, 0);
  expect(box.sides.map(total)).toEqual([width, height, width, height]);
  expect(total(box.rims)).toBe(2 * (width + height) - 4);
});
