import { decodeExact, encodeExact } from '../pixels/transfer';
import { fillWith, emptyRaster, type Raster } from '../pixels/raster';
import { layLetters, type LaidItem } from './layLetters';

const one = (...channels: number[]): Raster => {
  const out = emptyRaster(1, 1, channels.length as 1 | 4);
  fillWith(out, channels as [number, number, number, number]);
  return out;
};
const black = one(0, 0, 0, 1);
/** A veil of one colour, with a matte of one value. */
const veiled = (matte: number, front = black): Pick<LaidItem, 'veils' | 'layer'> => ({
  veils: [{ front, matte: one(matte) }],
  layer: 1,
});
const item = (ink: Raster, change: Partial<LaidItem> = {}): LaidItem => ({
  ink,
  place: 'with',
  mode: 'normal',
  mixing: 'encoded',
  strength: 1,
  veils: [],
  layer: 0,
  ...change,
});
const laid = (items: LaidItem[], below = one(0, 0, 0, 1), sheet = one(0, 0, 0, 0)): number[] => {
  layLetters(below, items, sheet);
  return [...below.data];
};

test.each([
  [1, 0.5],
  [1, 0.9],
  [0.6, 1],
  [0.6, 0],
])('an outline of strength %p before a veil of %p is seen as strong as it is', (strength, matte) => {
  // The outline is white; letter, veil and photograph are black, so what is seen is the outline's own part.
  const edged = one(strength, strength, strength, 1);
  const band = one(strength, strength, strength, strength);
  const seen = laid([
    item(edged, veiled(matte)),
    item(band, { place: 'beforeVeils', isRepeated: true, ...veiled(matte), layer: 2 }),
  ]);
  expect(seen[0]).toBeCloseTo(strength, 5);
  expect(seen[3]).toBeCloseTo(1, 5);
});

test('on the soft edge of a veil, which mixes light, a half clear outline comes out a little lighter, never weaker', () => {
  const seen = laid([
    item(one(0.6, 0.6, 0.6, 1), veiled(0.5)),
    item(one(0.6, 0.6, 0.6, 0.6), { place: 'beforeVeils', isRepeated: true, ...veiled(0.5), layer: 2 }),
  ]);
  // Below: the light of 0.6, halved; above: 0.6 x 0.5 / (1 - 0.3) of white.
  const above = 0.3 / 0.7;
  expect(seen[0]).toBeCloseTo(encodeExact(decodeExact(0.6) / 2) * (1 - above) + above, 3);
  expect(seen[0]).toBeGreaterThan(0.6);
});

test('a layer in a mode of its own is mixed with what lies below, then covered by its veils', () => {
  const half = one(0.5, 0.5, 0.5, 1);
  const seen = laid([item(half, { mode: 'multiply', ...veiled(1, one(0, 1, 0, 1)) })], one(0.8, 0.8, 0.8, 1));
  expect(seen).toEqual([0, 1, 0, 1]);
  const free = laid([item(half, { mode: 'multiply', ...veiled(0, one(0, 1, 0, 1)) })], one(0.8, 0.8, 0.8, 1));
  expect(free[0]).toBeCloseTo(0.4, 5);
});

test('a second layer in a mode is mixed with the first, not with the photograph below it', () => {
  const seen = laid([item(one(1, 0, 0, 1)), item(one(0.5, 0.5, 0.5, 1), { mode: 'multiply' })], one(0, 0, 1, 1));
  expect(seen).toEqual([0.5, 0, 0, 1]);
});

test('a hole shows the sheet, but for what a veil covers', () => {
  const hole = item(black, { place: 'hole' });
  expect(laid([{ ...hole, ...veiled(0.25) }], one(0, 0, 0, 1), one(1, 1, 1, 1))).toEqual([0.75, 0.75, 0.75, 1]);
  expect(laid([hole], one(0.2, 0.2, 0.2, 1))).toEqual([0, 0, 0, 0]);
});

test('a layer mixed in light dims light, as a shadow does; where it is clear nothing changes, to the bit', () => {
  const below = one(0.8, 0.5, 0.3, 1);
  const shadow = item(one(0, 0, 0, 0.5), { mixing: 'linear', place: 'behind' });
  const seen = laid([shadow], one(0.8, 0.5, 0.3, 1));
  [0.8, 0.5, 0.3].forEach((value, c) => expect(seen[c]).toBeCloseTo(encodeExact(decodeExact(value) / 2), 4));
  expect(laid([item(one(0, 0, 0, 0), { mixing: 'linear' })], one(0.8, 0.5, 0.3, 1))).toEqual([...below.data]);
  // Letters laid on the shadow hide it.
  expect(laid([shadow, item(one(1, 0, 0, 1))], one(0.8, 0.5, 0.3, 1))).toEqual([1, 0, 0, 1]);
});

test('a lamp adds light before veils, in light', () => {
  const lamp = item(one(0.5, 0.5, 0.5, 1), { mixing: 'linear', mode: 'add', place: 'beforeVeils' });
  const [seen] = laid([lamp], one(0.5, 0.5, 0.5, 1));
  expect(seen).toBeCloseTo(encodeExact(2 * decodeExact(0.5)), 4);
});
