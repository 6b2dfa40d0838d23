import { seeded } from '../../shape/seeded';
import { preferReference } from '../machine';
import { fastLogs } from '.';

afterEach(() => preferReference(false));

/** The largest difference between fast logarithms and those of the language. */
function worst(values: Float32Array): number {
  const found = fastLogs(values, new Float32Array(values.length));
  return found.reduce((most, one, i) => Math.max(most, Math.abs(one - Math.fround(Math.log(values[i])))), 0);
}

test.each([
  ['compiled', false],
  ['reference', true],
])('logarithms of numbers of all sizes are those of the language: %s', (_, references) => {
  preferReference(references);
  const next = seeded(5);
  const far = Float32Array.from({ length: 200_000 }, () => 10 ** (next() * 60 - 30));
  far.set([1, 2, 0.5, 1.9999999]);
  // As near as single precision tells numbers of that size.
  expect(worst(far)).toBeLessThan(1e-5);
  expect(worst(far.map((value) => 1 + (value % 1)))).toBeLessThan(2e-7);
});
