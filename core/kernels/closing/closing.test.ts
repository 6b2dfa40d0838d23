import { byReference, largestDifference, noise } from '../testing';
import { hats } from '.';

test.each([
  [37, 23, 3],
  [64, 64, 5],
  [5, 4, 6],
  [1, 1, 2],
])('%d by %d px, reach %d: as the reference has it', (width, height, reach) => {
  const { data } = noise(width, height, 1, 7);
  const [own, plain] = [hats(data, width, height, reach), byReference(() => hats(data, width, height, reach))];
  const raster = (one: Float32Array) => ({ width, height, channels: 1 as const, data: one });
  expect(largestDifference(raster(own.dark), raster(plain.dark))).toBeLessThan(1e-6);
  expect(largestDifference(raster(own.light), raster(plain.light))).toBeLessThan(1e-6);
});

describe.each([
  ['compiled', (work: () => void) => work()],
  ['reference', (work: () => void) => byReference(work)],
])('%s', (_, run) => {
  /** 40 by 30 px: a step at 20 px across, with a dark bar before it and a light one behind it. */
  const scene = (bar: number): Float32Array =>
    Float32Array.from({ length: 1200 }, (__, i) => {
      const x = i % 40;
      const ground = x < 20 ? 0.3 : 0.7;
      if (x >= 8 && x < 8 + bar) return ground - 0.2;
      return x >= 28 && x < 28 + bar ? ground + 0.1 : ground;
    });

  test('thin bars are told by how far they stand out, wide ones and the step not at all', () =>
    run(() => {
      const thin = hats(scene(4), 40, 30, 2);
      for (let x = 0; x < 40; x++) {
        expect(thin.dark[600 + x]).toBeCloseTo(x >= 8 && x < 12 ? 0.2 : 0, 6);
        expect(thin.light[600 + x]).toBeCloseTo(x >= 28 && x < 32 ? 0.1 : 0, 6);
      }
      const wide = hats(scene(5), 40, 30, 2);
      expect(Math.max(...wide.dark, ...wide.light)).toBeCloseTo(0, 6);
    }));
});
