import { emptyRaster } from '../../pixels/raster';
import { byReference, largestDifference, noise, random } from '../testing';
import type { Homography } from '../../shape/homography';
import { warp, warpPlane, type Border, type Sampling } from '.';

const variants: [Sampling, Border, 1 | 4][] = (['bilinear', 'bicubic'] as const).flatMap((sampling) =>
  (['clear', 'repeat'] as const).flatMap((border) =>
    ([1, 4] as const).map((channels): [Sampling, Border, 1 | 4] => [sampling, border, channels]),
  ),
);

test.each(variants)(
  '%s, border %s, %p channels: agrees with its reference, also far outside',
  (sampling, border, channels) => {
    const source = noise(37, 29, channels, 4);
    const next = random(9);
    const places = Float32Array.from({ length: 2 * 4000 }, (_, i) => (next() * 1.6 - 0.3) * (i % 2 ? 29 : 37));
    const ours = warp(source, places, 80, 50, sampling, border);
    // Places travel as single-precision floats, so a px at 40 is known to 4e-6.
    expect(
      largestDifference(
        ours,
        byReference(() => warp(source, places, 80, 50, sampling, border)),
      ),
    ).toBeLessThan(5e-5);
    const plane: Homography = [0.7, -0.3, 12, 0.25, 0.8, -6, 0.002, -0.001, 1];
    const region = { x: -8, y: -5, width: 70, height: 60 };
    expect(
      largestDifference(
        warpPlane(source, plane, region, sampling, border),
        byReference(() => warpPlane(source, plane, region, sampling, border)),
      ),
    ).toBeLessThan(5e-5);
  },
);

test.each(['bilinear', 'bicubic'] as const)(
  '%s: whole px come out unchanged, and a ramp stays a ramp between them',
  (sampling) => {
    const source = noise(20, 15, 4, 2);
    const whole = { x: 3, y: 2, width: 12, height: 9 };
    const moved = warpPlane(source, [1, 0, 2, 0, 1, -1, 0, 0, 1], whole, sampling, 'repeat');
    for (let y = 0; y < 9; y++)
      for (let x = 0; x < 48; x++)
        expect(moved.data[y * 48 + x]).toBeCloseTo(source.data[(y + 1) * 80 + (5 * 4 + x)], 6);
    const ramp = emptyRaster(40, 40, 1);
    for (let y = 0; y < 40; y++) for (let x = 0; x < 40; x++) ramp.data[y * 40 + x] = 0.01 * x + 0.003 * y;
    const turned = warpPlane(
      ramp,
      [0.6, -0.2, 14, 0.2, 0.6, 6, 0, 0, 1],
      { x: 0, y: 0, width: 20, height: 20 },
      sampling,
      'repeat',
    );
    for (let y = 0; y < 20; y++) {
      for (let x = 0; x < 20; x++) {
        const [sx, sy] = [0.6 * (x + 0.5) - 0.2 * (y + 0.5) + 14, 0.2 * (x + 0.5) + 0.6 * (y + 0.5) + 6];
        expect(turned.data[y * 20 + x]).toBeCloseTo(0.01 * (sx - 0.5) + 0.003 * (sy - 0.5), 5);
      }
    }
  },
);

test('bicubic follows a slow wave far closer than bilinear', () => {
  const wave = (x: number): number => 0.5 + 0.5 * Math.sin((2 * Math.PI * x) / 8);
  const source = emptyRaster(80, 8, 1);
  for (let y = 0; y < 8; y++) for (let x = 0; x < 80; x++) source.data[y * 80 + x] = wave(x + 0.5);
  const error = (sampling: Sampling): number => {
    const { data } = warpPlane(
      source,
      [1, 0, 0.37, 0, 1, 0, 0, 0, 1],
      { x: 8, y: 2, width: 60, height: 4 },
      sampling,
      'repeat',
    );
    return data.reduce((most, value, i) => Math.max(most, Math.abs(value - wave(8.5 + (i % 60) + 0.37))), 0);
  };
  expect(error('bilinear')).toBeGreaterThan(0.03);
  expect(error('bicubic')).toBeLessThan(0.007);
});

test('outside there is nothing, or the edge again', () => {
  const white = emptyRaster(4, 4, 1);
  white.data.fill(1);
  const far = Float32Array.of(-1e6, 2, 1e6, 2, 2, -1e9, 2, 50);
  expect([...warp(white, far, 4, 1, 'bicubic', 'clear').data]).toEqual([0, 0, 0, 0]);
  warp(white, far, 4, 1, 'bicubic', 'repeat').data.forEach((value) => expect(value).toBeCloseTo(1, 5));
});

test('too few places are refused', () => {
  expect(() => warp(emptyRaster(4, 4, 1), new Float32Array(3), 2, 2, 'bilinear', 'clear')).toThrow(RangeError);
});

test.each(variants)(
  '%s, border %s, %p channels: a small part of a large source is as if all were read',
  (...variant) => {
    const [sampling, border, channels] = variant;
    const source = noise(300, 200, channels, 7);
    const next = random(5);
    for (const [x, y] of [
      [150, 90],
      [-6, 40],
      [297, 196],
      [-60, -60],
      [400, 100],
    ]) {
      const places = Float32Array.from({ length: 2 * 400 }, (_, i) => (i % 2 ? y : x) + next() * 12);
      const plane: Homography = [0.4, -0.1, x, 0.1, 0.5, y, 0.0004, -0.0002, 1];
      const region = { x: 2, y: 3, width: 24, height: 18 };
      const all = () => [
        warp(source, places, 20, 20, sampling, border),
        warpPlane(source, plane, region, sampling, border),
      ];
      const ours = all();
      byReference(all).forEach((wanted, i) => expect(largestDifference(ours[i], wanted)).toBeLessThan(5e-5));
    }
  },
);

test('a plane that is seen up to its horizon is sampled on both sides of it', () => {
  const source = noise(60, 40, 1, 3);
  const plane: Homography = [1, 0, 0, 0, 1, 0, 0, -0.05, 1];
  const region = { x: 0, y: 10, width: 30, height: 25 };
  const ours = warpPlane(source, plane, region, 'bilinear', 'clear');
  const wanted = byReference(() => warpPlane(source, plane, region, 'bilinear', 'clear'));
  // The row of the horizon itself lies nowhere.
  const off = [...ours.data].filter((value, i) => !(Math.abs(value - wanted.data[i]) < 1e-3));
  expect(off.length).toBeLessThan(60);
});
