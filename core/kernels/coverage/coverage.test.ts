import { emptyRaster, type Raster } from '../../pixels/raster';
import { encodeExact } from '../../pixels/transfer';
import { preferReference } from '../machine';
import { noise } from '../testing';
import { atopInLight, joinCover, tint } from '.';

afterEach(() => preferReference(false));
const one = (...values: number[]): Raster => ({
  width: 1,
  height: 1,
  channels: values.length === 4 ? 4 : 1,
  data: Float32Array.from(values),
});

describe.each([
  ['compiled', false],
  ['reference', true],
] as const)('%s', (_, references) => {
  beforeEach(() => preferReference(references));

  test('two halves of a px that touch make a whole one, and never more', () => {
    const whole: Raster = { width: 3, height: 2, channels: 1, data: Float32Array.of(0.5, 0.25, 0, 0.9, 1, 0.125) };
    joinCover(
      whole,
      { x: 10, y: 20, width: 3, height: 2 },
      { width: 2, height: 1, channels: 1, data: Float32Array.of(0.5, 0.25) },
      { x: 11, y: 21, width: 2, height: 1 },
    );
    expect([...whole.data]).toEqual([0.5, 0.25, 0, Math.fround(0.9), 1, 0.375]);
  });

  test('a colour is as strong as its coverage', () => {
    const { data } = tint({ width: 2, height: 1, channels: 1, data: Float32Array.of(0.5, 0) }, [0.5, 0.25, 0, 0.5]);
    expect([...data]).toEqual([0.25, 0.125, 0, 0.25, 0, 0, 0, 0]);
  });

  test('a veil mixes with the letter in linear light and leaves the letter’s coverage', () => {
    const letters = one(0, 0, 0, 1);
    atopInLight(letters, one(1, 1, 1, 1), one(0.5));
    expect(letters.data[0]).toBeCloseTo(encodeExact(0.5), 4);
    const half = one(0.25, 0.25, 0.25, 0.5);
    atopInLight(half, one(0.8, 0.8, 0.8, 1), one(1));
    expect(half.data[0]).toBeCloseTo(0.4, 6);
    expect(half.data[3]).toBeCloseTo(0.5, 6);
  });

  test('a veil over no letter changes nothing', () => {
    const nothing = one(0, 0, 0, 0);
    atopInLight(nothing, one(1, 1, 1, 1), one(1));
    expect([...nothing.data]).toEqual([0, 0, 0, 0]);
  });
});

test('compiled and reference agree on px of every kind, across batches', () => {
  const made = (): Float32Array[] => {
    const letters = noise(131, 77, 4, 1);
    atopInLight(letters, { ...noise(131, 77, 4, 2) }, noise(131, 77, 1, 3));
    const cover = noise(131, 77, 1, 4);
    joinCover(cover, { x: 0, y: 0, width: 131, height: 77 }, noise(31, 50, 1, 5), {
      x: 90,
      y: 20,
      width: 31,
      height: 50,
    });
    return [letters.data, cover.data, tint(cover, [0.1, 0.2, 0.3, 0.4]).data];
  };
  const compiled = made();
  preferReference(true);
  made().forEach((reference, k) =>
    reference.forEach(
      (value, i) => !(Math.abs(value - compiled[k][i]) < 1e-6) && expect(compiled[k][i]).toBeCloseTo(value, 5),
    ),
  );
  expect(emptyRaster(0, 0, 1).data.length).toBe(0);
});
