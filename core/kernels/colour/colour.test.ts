import { converter } from 'culori';
import fc from 'fast-check';
import { copyOf, emptyRaster, type Raster } from '../../pixels/raster';
import { decodeExact, encodeExact } from '../../pixels/transfer';
import { preferReference } from '../machine';
import { noise } from '../testing';
import { fromLight, shownInPlace, toBytes, toLight, toOklab, toWords } from '.';
import { threshold } from './reference';

afterEach(() => preferReference(false));
const both = describe.each([
  ['compiled', false],
  ['reference', true],
] as const);

function opaque(width: number, height: number, at: (x: number, y: number) => number): Raster {
  const out = emptyRaster(width, height, 4);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i += 4) out.data.set([at(x, y), at(x, y), at(x, y), 1], i);
  return out;
}

both('%s', (_, references) => {
  beforeEach(() => preferReference(references));

  test('light and back by the exact curves, under every alpha', () => {
    const source = noise(50, 40, 4, 8);
    const light = toLight(source);
    const back = fromLight(light);
    for (let i = 0; i < source.data.length; i++) {
      const alpha = source.data[i - (i % 4) + 3];
      if (i % 4 === 3 || alpha === 0) {
        if (light.data[i] !== source.data[i]) throw new Error('Alpha has changed.');
        continue;
      }
      const wanted = decodeExact(Math.min(1, source.data[i] / alpha)) * alpha;
      if (!(Math.abs(light.data[i] - wanted) < 2e-6) || !(Math.abs(back.data[i] - source.data[i]) < 3e-5))
        throw new Error(`${source.data[i]} of ${alpha}: ${light.data[i]}, ${back.data[i]}`);
    }
    expect(fromLight(opaque(1, 1, () => 0.5)).data[0]).toBeCloseTo(encodeExact(0.5), 4);
  });

  test('Oklab and back is what it was', () => {
    const source = noise(40, 30, 4, 6);
    const back = shownInPlace(toOklab(source));
    let worst = 0;
    for (let i = 0; i < source.data.length; i++) worst = Math.max(worst, Math.abs(back.data[i] - source.data[i]));
    expect(worst).toBeLessThan(2e-4);
  });

  test('a colour beyond sRGB keeps its lightness and hue, and as much chroma as there is room for', () => {
    const raster = emptyRaster(1, 1, 4);
    for (const [l, angle] of [
      [0.5, 0.3],
      [0.7, 2.4],
      [0.9, 4],
    ]) {
      raster.data.set([l, 0.4 * Math.cos(angle), 0.4 * Math.sin(angle), 1]);
      const shown = shownInPlace(copyOf(raster)).data;
      const { l: own, a, b } = converter('oklab')({ mode: 'rgb', r: shown[0], g: shown[1], b: shown[2] });
      expect(own).toBeCloseTo(l, 2);
      expect(Math.atan2(b, a)).toBeCloseTo(angle > Math.PI ? angle - 2 * Math.PI : angle, 1);
      const [least, most] = [Math.min(...shown.subarray(0, 3)), Math.max(...shown.subarray(0, 3))];
      expect(Math.min(least, 1 - most)).toBeLessThan(0.02);
    }
  });

  test('Oklab as an independent implementation has it', () => {
    const byCulori = converter('oklab');
    const source = noise(40, 30, 4, 5);
    const { data } = toOklab(source);
    for (let at = 0; at < data.length; at += 4) {
      const alpha = source.data[at + 3];
      if (alpha < 0.01) continue;
      const [r, g, b] = [0, 1, 2].map((c) => source.data[at + c] / alpha);
      const wanted = byCulori({ mode: 'rgb', r, g, b });
      if (
        Math.abs(data[at] - wanted.l) > 2e-5 ||
        Math.abs(data[at + 1] - wanted.a) > 2e-5 ||
        Math.abs(data[at + 2] - wanted.b) > 2e-5
      )
        throw new Error(`${[r, g, b].join(' ')} gives ${data.slice(at, at + 3).join(' ')}`);
      expect(data[at + 3]).toBe(alpha);
    }
    expect([...toOklab(emptyRaster(1, 1, 4)).data]).toEqual([0, 0, 0, 0]);
  });

  test('values that are whole 255ths or 65535ths are kept, wherever they stand', () => {
    for (let n = 0; n < 256; n++) {
      const raster = opaque(8, 1, () => n / 255);
      const bytes = toBytes(raster, n * 13, n * 7);
      const words = toWords(raster, n * 13, n * 7);
      for (let i = 0; i < 32; i += 4)
        expect([bytes[i], bytes[i + 3], words[i], words[i + 3]]).toEqual([n, 255, n * 257, 65535]);
    }
  });

  test('a gradient of four levels over 2,000 px has no bands: every stretch has its own mean', () => {
    const at = (x: number): number => (100 + (4 * (x + 0.5)) / 2000) / 255;
    const { length } = toBytes(opaque(2000, 48, at), 0, 0);
    const bytes = toBytes(opaque(2000, 48, at), 312, 77);
    expect(length).toBe(2000 * 48 * 4);
    const side = 40;
    for (let x = 0; x + side <= 2000; x += side) {
      let sum = 0;
      for (let y = 0; y < 48; y++) for (let i = x; i < x + side; i++) sum += bytes[(y * 2000 + i) * 4];
      // Undithered, a stretch is off by up to half a level.
      expect(Math.abs(sum / (48 * side) - at(x + side / 2 - 0.5) * 255)).toBeLessThan(0.03);
    }
  });

  test('half-covered white keeps its colour and gets half alpha; too bright and too dark stay in range', () => {
    const half = toBytes({ width: 1, height: 1, channels: 4, data: Float32Array.of(0.5, 0.5, 0.5, 0.5) }, 0, 0);
    expect([...half.subarray(0, 3)]).toEqual([255, 255, 255]);
    expect(Math.abs(half[3] - 127.5)).toBeLessThan(1);
    const wild: Raster = { width: 1, height: 1, channels: 4, data: Float32Array.of(1.7, -0.4, 0.5, 1) };
    expect([...toBytes(wild, 3, 4).subarray(0, 2)]).toEqual([255, 0]);
    expect([...toWords(wild, 3, 4).subarray(0, 2)]).toEqual([65535, 0]);
  });
});

test('compiled and reference dither alike, to the bit', () => {
  const picture = noise(61, 23, 4, 13);
  const made = (): Buffer[] => [
    Buffer.from(toBytes(picture, 4000, 9000)),
    Buffer.from(toWords(picture, 4000, 9000).buffer),
  ];
  const compiled = made();
  preferReference(true);
  expect(made().map((bytes, i) => bytes.equals(compiled[i]))).toEqual([true, true]);
});

test('thresholds depend on the place alone and stay below a half', () => {
  fc.assert(
    fc.property(fc.integer({ min: -100000, max: 100000 }), fc.integer({ min: -100000, max: 100000 }), (x, y) => {
      expect(Math.abs(threshold(x, y))).toBeLessThan(0.491);
    }),
  );
});
