import { emptyRaster, type Raster } from '../../pixels/raster';
import { seeded } from '../../shape/seeded';
import { phi } from '../../testing/gaussian';
import { profileIn, profileReach, steepest, usualProfile } from './profiles';

const side = 57;
/** One channel; x and y from the middle, px. */
const place = (value: (x: number, y: number) => number): Raster => {
  const out = emptyRaster(side, side, 1);
  for (let i = 0; i < out.data.length; i++)
    out.data[i] = value((i % side) - (side >> 1), Math.floor(i / side) - (side >> 1));
  return out;
};
/** From a tenth to nine tenths of a step that a Gaussian has blurred: twice 1.2816 sigma. */
const widthOf = (sigma: number): number => 2 * 1.281552 * sigma;

test.each([0.8, 1.5, 3, 4.5])(
  'an edge of sigma %d, in any direction and with grain, is found as wide as it is',
  (sigma) => {
    const random = seeded(3);
    for (let turn = 0; turn < 360; turn += 37) {
      const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
      const edge = place((x, y) => 0.2 + 0.5 * phi((x * cos + y * sin + 0.3) / sigma) + 0.006 * (random() - 0.5));
      const found = profileIn(edge)!;
      // Reading between px widens what is narrow by about a third of a px.
      const wanted = widthOf(Math.hypot(sigma, 0.3));
      expect(Math.abs(found.width - wanted)).toBeLessThan(0.12 * wanted + 0.2);
      expect(found.values[profileReach]).toBeCloseTo(0.5, 1);
      expect(found.values).toHaveLength(2 * profileReach + 1);
    }
  },
);

test('what is no single edge tells nothing: a line, a slope without end, an even place, a faint step', () => {
  for (const value of [
    (x: number) => 0.2 + 0.6 * Math.exp(-(x * x) / 8),
    (x: number) => 0.5 + x / 80,
    () => 0.4,
    (x: number) => 0.4 + 0.04 * Number(x > 0),
  ])
    expect(profileIn(place(value))).toBeNull();
});

test('of several the sharper half is believed; of none there is none', () => {
  const profile = (width: number) => ({ values: [0, width, 1], width });
  expect(usualProfile([profile(9), profile(2), profile(8), profile(4)])).toEqual({ values: [0, 3, 1], width: 3 });
  expect(usualProfile([])).toBeNull();
});

test('the steepest places are found, apart from each other, and only where one may look', () => {
  const step = place((x) => Number(x > 4));
  const found = steepest(step, 5, () => true);
  expect(found).toHaveLength(5);
  for (const { x } of found) expect(Math.abs(x - (side >> 1) - 4.5)).toBeLessThan(1.1);
  expect(steepest(step, 5, (i) => i % side < 20)).toEqual([]);
});
