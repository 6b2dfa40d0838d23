import { expect, test } from '@jest/globals';
import { largestDifference } from '../kernels/testing';
import { seeded } from '../shape/seeded';
import { fastLogs } from './logarithm';

test('logarithms of numbers of all sizes are those of the language', () => {
  const next = seeded(5);
  const values = Float32Array.from({ length: 200_000 }, () => 10 ** (next() * 60 - 30));
  values.set([1, 2, 0.5, 1.9999999]);
  const found = fastLogs(values, new Float32Array(values.length));
  expect(largestDifference(found, Float32Array.from(values, Math.log))).toBeLessThan(1e-5);
  const near = values.map((value) => 1 + (value % 1));
  expect(largestDifference(fastLogs(near.slice()), Float32Array.from(near, Math.log))).toBeLessThan(1.5e-7);
});
