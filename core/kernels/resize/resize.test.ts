import { emptyRaster, type Raster } from '../../pixels/raster';
import { decodeExact, encodeExact } from '../../pixels/transfer';
import { preferReference } from '../machine';
import { byReference, largestDifference, noise, random } from '../testing';
import { resize, tapsFor, type Filter } from '.';
import { coverLevel, resizeLevel } from './level';

const filters: Filter[] = ['area', 'cubic', 'lanczos'];
afterEach(() => preferReference(false));

describe.each(filters)('%s', (filter) => {
  test.each([
    [1, 30, 20],
    [4, 30, 20],
    [1, 133, 90],
    [4, 131, 7],
    [4, 1, 1],
    [1, 1, 200],
    [1, 68, 3],
  ] as const)('%p channels to %p x %p: agrees with its reference', (channels, width, height) => {
    const source = noise(67, 45, channels, 6);
    expect(
      largestDifference(
        resize(source, width, height, filter),
        byReference(() => resize(source, width, height, filter)),
      ),
    ).toBeLessThan(3e-6);
  });

  test('weights sum to 1 and lie within the source, whatever the sizes', () => {
    for (const [size, length] of [
      [1, 9],
      [2, 1],
      [5, 300],
      [300, 5],
      [97, 96],
    ]) {
      const { first, weights, count } = tapsFor({ start: 0, length, scale: length / size, offset: 0, size }, filter);
      for (let i = 0; i < length; i++) {
        expect(first[i]).toBeGreaterThanOrEqual(0);
        expect(first[i] + count).toBeLessThanOrEqual(size);
        expect(weights.subarray(i * count, (i + 1) * count).reduce((sum, weight) => sum + weight, 0)).toBeCloseTo(1, 6);
      }
    }
  });

  test('the same size changes nothing; an even picture stays even; a ramp stays a ramp', () => {
    const source = noise(31, 17, 4, 3);
    expect(largestDifference(resize(source, 31, 17, filter), source)).toBeLessThan(1e-6);
    const even: Raster = { width: 50, height: 40, channels: 4, data: new Float32Array(8000).fill(0.4) };
    for (const value of resize(even, 23, 77, filter).data)
      if (Math.abs(value - 0.4) > 1e-6) throw new Error(`${value}`);
    const ramp = emptyRaster(200, 4, 1);
    for (let i = 0; i < 800; i++) ramp.data[i] = ((i % 200) + 0.5) / 200;
    const small = resize(ramp, 50, 2, filter).data;
    // Away from the borders, where edge px repeat.
    for (let x = 4; x < 46; x++) expect(Math.abs(small[x] - (x + 0.5) / 50)).toBeLessThan(1e-5);
  });
});

test('area means by arithmetic', () => {
  const source: Raster = {
    width: 6,
    height: 2,
    channels: 1,
    data: Float32Array.of(0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11),
  };
  expect([...resize(source, 3, 1, 'area').data]).toEqual([3.5, 5.5, 7.5]);
  const [left, right] = resize(source, 4, 2, 'area').data;
  expect(left).toBeCloseTo((0 + 1 * 0.5) / 1.5, 6);
  expect(right).toBeCloseTo((1 * 0.5 + 2) / 1.5, 6);
});

test('shrinking does not alias: stripes finer than the new px become their mean', () => {
  const stripes = emptyRaster(600, 8, 1);
  for (let i = 0; i < stripes.data.length; i++) stripes.data[i] = i % 3 === 0 ? 1 : 0;
  for (const filter of ['cubic', 'lanczos'] as const) {
    const { data } = resize(stripes, 97, 8, filter);
    for (let x = 8; x < 89; x++) expect(Math.abs(data[x] - 1 / 3)).toBeLessThan(0.02);
  }
});

describe('stored levels', () => {
  const next = random(3);
  const level = (channels: 1 | 3 | 4) => ({
    width: 40,
    height: 30,
    channels,
    bytes: Uint8Array.from({ length: 1200 * channels }, () => Math.floor(next() * 256)),
  });
  const covered = (width: number, height: number) => ({
    columns: Float32Array.from({ length: width }, (_, i) => (i === 0 ? 0.25 : 1)),
    rows: Float32Array.from({ length: height }, (_, i) => (i === height - 1 ? 0.5 : 1)),
  });
  const taps = (size: number, length: number) =>
    tapsFor({ start: 0, length, scale: length / size, offset: 0, size }, 'cubic');

  test.each([1, 3, 4] as const)('%p channels: agree with their references', (channels) => {
    const source = level(channels);
    const resized = (): Raster => resizeLevel(source, taps(40, 27), taps(30, 19), covered(27, 19));
    expect(largestDifference(resized(), byReference(resized))).toBeLessThan(2e-5);
    const plain = (): Raster => coverLevel(source, covered(40, 30));
    expect(largestDifference(plain(), byReference(plain))).toBeLessThan(1e-7);
  });

  test('black beside white mixes to the grey of half the light', () => {
    const source = { width: 2, height: 1, channels: 3 as const, bytes: Uint8Array.of(0, 0, 0, 255, 255, 255) };
    const area = tapsFor({ start: 0, length: 1, scale: 0.5, offset: 0, size: 2 }, 'area');
    const { data } = resizeLevel(source, area, tapsFor({ start: 0, length: 1, scale: 1, offset: 0, size: 1 }, 'area'), {
      columns: Float32Array.of(1),
      rows: Float32Array.of(1),
    });
    for (let c = 0; c < 3; c++) expect(data[c]).toBeCloseTo(encodeExact((decodeExact(0) + decodeExact(1)) / 2), 4);
    expect(data[3]).toBe(1);
  });
});
