import { emptyRaster } from '../../pixels/raster';
import { seeded } from '../../shape/seeded';
import { byReference, largestDifference, noise } from '../testing';
import { discOf } from '.';

const lying = { x: -3, y: 5 };

test('vectors give what plain sums give, whatever the radius, and beyond the picture too', () => {
  const next = seeded(3);
  const picture = noise(61, 47, 4, 9);
  for (const radius of [0.3, 1, 2.7, 9.4, 30, 80]) {
    const x = Math.round(next() * 30) - 20;
    const wanted = { x, y: Math.round(next() * 20) - 6, width: 70, height: 40 };
    const plain = byReference(() => discOf(picture, lying, wanted, radius));
    expect(largestDifference(discOf(picture, lying, wanted, radius), plain)).toBeLessThan(1e-5);
  }
});

test('a point becomes an even disc of its radius: what it holds is as it was, and spread over pi r squared', () => {
  const picture = emptyRaster(41, 41, 4);
  picture.data.fill(1, (20 * 41 + 20) * 4, (20 * 41 + 20) * 4 + 4);
  const out = discOf(picture, { x: 0, y: 0 }, { x: 0, y: 0, width: 41, height: 41 }, 8);
  const at = (x: number, y: number): number => out.data[(y * 41 + x) * 4];
  expect(out.data.reduce((sum, one) => sum + one, 0) / 4).toBeCloseTo(1, 4);
  expect(at(20, 20)).toBeCloseTo(1 / (Math.PI * 64), 4);
  expect(at(25, 24)).toBeCloseTo(1 / (Math.PI * 64), 4);
  expect(at(29, 20)).toBe(0);
});

test('what is even stays so, far from the border', () => {
  const picture = emptyRaster(600, 60, 4);
  picture.data.fill(0.7);
  const out = discOf(picture, { x: 0, y: 0 }, { x: 100, y: 20, width: 400, height: 20 }, 12);
  expect(out.data.every((one) => Math.abs(one - 0.7) < 5e-6)).toBe(true);
});
