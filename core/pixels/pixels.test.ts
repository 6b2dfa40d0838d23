import { hexOfLinear, isColour, lightness, readColour } from './colour';
import { crop, emptyRaster } from './raster';
import { intersect, outerPixels, union } from './region';
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
    expect(() =>
      crop(emptyRaster(4, 4, 1), { x: 0, y: 0, width: 4, height: 4 }, { x: 2, y: 2, width: 4, height: 1 }),
    ).toThrow(RangeError);
  });
});
