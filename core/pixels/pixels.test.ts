import fc from 'fast-check';
import { blurMargin, gaussianBlur } from './blur';
import { hexOfLinear, isColour, lightness, readColour } from './colour';
import { atopInLight, over } from './composite';
import { threshold, toBytes } from './quantise';
import { crop, emptyRaster, type Raster } from './raster';
import { grow, intersect, outerPixels, union } from './region';
import { decode, decodeExact, encode, encodeExact } from './transfer';

describe('transfer', () => {
  test('published points of the sRGB curve', () => {
    expect(decodeExact(0.5)).toBeCloseTo(0.21404, 5);
    expect(encodeExact(0.5)).toBeCloseTo(0.735357, 5);
    expect(decodeExact(0.04045)).toBeCloseTo(0.0031308, 6);
  });
  test('tables agree with the exact curves and stay in range', () => {
    for (let i = 0; i <= 3001; i++) {
      const value = i / 3001;
      expect(Math.abs(decode(value) - decodeExact(value))).toBeLessThan(1e-6);
      expect(Math.abs(encode(value) - encodeExact(value))).toBeLessThan(2e-5);
    }
    expect([decode(-1), decode(2), encode(-1), encode(9), encode(NaN)]).toEqual([0, 1, 0, 1, 0]);
  });
});

describe('blur', () => {
  test('one white px spreads as the true Gaussian', () => {
    const sigma = 2.5;
    const raster = emptyRaster(41, 41, 1);
    raster.data[20 * 41 + 20] = 1;
    const out = gaussianBlur(raster, sigma);
    for (let dy = -6; dy <= 6; dy++) {
      for (let dx = -6; dx <= 6; dx++) {
        const truth = Math.exp(-(dx * dx + dy * dy) / (2 * sigma * sigma)) / (2 * Math.PI * sigma * sigma);
        expect(Math.abs(out.data[(20 + dy) * 41 + 20 + dx] - truth)).toBeLessThan(0.5 / 255);
      }
    }
  });
  test('an even picture stays even, up to its border', () => {
    const raster = emptyRaster(9, 7, 4);
    raster.data.fill(0.3);
    for (const value of gaussianBlur(raster, 4).data) expect(value).toBeCloseTo(0.3, 5);
  });
  test('a part with its margin is the same part of the whole', () => {
    const whole: Raster = { width: 60, height: 50, channels: 1, data: Float32Array.from({ length: 3000 }, (_, i) => ((i * 7919) % 251) / 251) };
    const sigma = 1.7;
    const inner = { x: 20, y: 18, width: 12, height: 10 };
    const outer = grow(inner, blurMargin(sigma));
    const blurred = gaussianBlur(whole, sigma);
    const part = crop(gaussianBlur(crop(whole, { x: 0, y: 0, width: 60, height: 50 }, outer), sigma), outer, inner);
    const same = crop(blurred, { x: 0, y: 0, width: 60, height: 50 }, inner);
    part.data.forEach((value, i) => expect(value).toBeCloseTo(same.data[i], 6));
  });
});

describe('quantise', () => {
  test('values that are whole 255ths are kept, wherever they stand', () => {
    for (let n = 0; n < 256; n++) {
      const raster: Raster = { width: 8, height: 1, channels: 4, data: new Float32Array(32).fill(Math.fround(n / 255)) };
      for (let i = 3; i < 32; i += 4) raster.data[i] = 1;
      const bytes = toBytes(raster, n * 13, n * 7);
      for (let i = 0; i < 32; i += 4) expect([bytes[i], bytes[i + 3]]).toEqual([n, 255]);
    }
  });
  test('between them the mean over an area is right: no bands', () => {
    for (const value of [0.1003, 0.5021, 0.9]) {
      const raster: Raster = { width: 64, height: 64, channels: 4, data: new Float32Array(64 * 64 * 4).fill(value) };
      for (let i = 3; i < raster.data.length; i += 4) raster.data[i] = 1;
      const bytes = toBytes(raster, 0, 0);
      let sum = 0;
      for (let i = 0; i < bytes.length; i += 4) sum += bytes[i];
      expect(sum / 4096 / 255).toBeCloseTo(value, 3);
    }
  });
  test('thresholds depend on the place alone and stay within the open interval', () => {
    fc.assert(
      fc.property(fc.integer({ min: -100000, max: 100000 }), fc.integer({ min: -100000, max: 100000 }), (x, y) => {
        expect(threshold(x, y)).toBeGreaterThan(0);
        expect(threshold(x, y)).toBeLessThan(1);
      }),
    );
  });
  test('half-covered white keeps its colour and gets half alpha', () => {
    const bytes = toBytes({ width: 1, height: 1, channels: 4, data: Float32Array.of(0.5, 0.5, 0.5, 0.5) }, 0, 0);
    expect([...bytes.subarray(0, 3)]).toEqual([255, 255, 255]);
    expect(Math.abs(bytes[3] - 127.5)).toBeLessThan(1);
  });
});

describe('composite', () => {
  const one = (...values: number[]): Raster => ({ width: 1, height: 1, channels: 4, data: Float32Array.from(values) });
  test('source-over by its formula', () => {
    const below = one(0.2, 0.4, 0.6, 1);
    over(below, one(0.5, 0, 0, 0.5));
    [0.6, 0.2, 0.3, 1].forEach((value, i) => expect(below.data[i]).toBeCloseTo(value, 6));
  });
  test('a veil mixes with the letter in linear light and leaves the letter’s coverage', () => {
    const letters = one(0, 0, 0, 1);
    atopInLight(letters, one(1, 1, 1, 1), { width: 1, height: 1, channels: 1, data: Float32Array.of(0.5) });
    expect(letters.data[0]).toBeCloseTo(encodeExact(0.5), 4);
    const half = one(0.25, 0.25, 0.25, 0.5);
    atopInLight(half, one(0.8, 0.8, 0.8, 1), { width: 1, height: 1, channels: 1, data: Float32Array.of(1) });
    expect(half.data[0]).toBeCloseTo(0.4, 6);
    expect(half.data[3]).toBeCloseTo(0.5, 6);
  });
  test('a veil over no letter changes nothing', () => {
    const nothing = one(0, 0, 0, 0);
    atopInLight(nothing, one(1, 1, 1, 1), { width: 1, height: 1, channels: 1, data: Float32Array.of(1) });
    expect([...nothing.data]).toEqual([0, 0, 0, 0]);
  });
});

describe('colour', () => {
  test('CSS colours in, known L* out', () => {
    expect(readColour('#ff8000').map((value) => Math.round(value * 255))).toEqual([255, 128, 0, 255]);
    expect(readColour('rgb(0 0 0 / 25%)')[3]).toBeCloseTo(0.25, 6);
    expect(() => readColour('not a colour')).toThrow(RangeError);
    expect([isColour('rebeccapurple'), isColour('url(x)'), isColour('')]).toEqual([true, false, false]);
    expect(lightness(1, 1, 1)).toBeCloseTo(100, 2);
    // CIE 1976: L* = 116 Y^(1/3) - 16
    expect(lightness(0.5, 0.5, 0.5)).toBeCloseTo(116 * Math.cbrt(decodeExact(0.5)) - 16, 1);
  });
  test('linear light to hexadecimal', () => {
    expect(hexOfLinear(1, decodeExact(128 / 255), 0)).toBe('#ff8000');
  });
});

describe('region', () => {
  test('common part, union and whole px', () => {
    const a = { x: 0, y: 0, width: 10, height: 10 };
    expect(intersect(a, { x: 5, y: 8, width: 10, height: 10 })).toEqual({ x: 5, y: 8, width: 5, height: 2 });
    expect(intersect(a, { x: 10, y: 0, width: 5, height: 5 })).toBeNull();
    expect(union(a, { x: -2, y: 4, width: 3, height: 20 })).toEqual({ x: -2, y: 0, width: 12, height: 24 });
    expect(outerPixels({ x: 0.5, y: -0.5, width: 1, height: 1 })).toEqual({ x: 0, y: -1, width: 2, height: 2 });
  });
  test('cropping outside is refused', () => {
    expect(() => crop(emptyRaster(4, 4, 1), { x: 0, y: 0, width: 4, height: 4 }, { x: 2, y: 2, width: 4, height: 1 })).toThrow(RangeError);
  });
});
