import { expect, test } from '@jest/globals';
import { seeded } from '../shape/seeded';
import { fastLog } from './logarithm';

test('logarithms of numbers of all sizes are those of the language', () => {
  const next = seeded(5);
  let worst = 0;
  for (let i = 0; i < 200_000; i++) {
    const value = Math.fround(10 ** (next() * 60 - 30));
    worst = Math.max(worst, Math.abs(fastLog(value) - Math.log(value)));
  }
  expect(worst).toBeLessThan(1e-7);
  for (const value of [1, 2, 0.5, 1.9999999]) expect(fastLog(value)).toBeCloseTo(Math.log(Math.fround(value)), 7);
});
