import { emptyRaster, type Raster } from '../../pixels/raster';
import { preferReference } from '../machine';
import { largestDifference, noise } from '../testing';
import { blend, blendModes, type BlendMode } from '.';
import { fromLight, toLight } from '../colour';
import { mixed } from './mixed';
import { blendReference } from './reference';

const one = (...values: number[]): Raster => ({ width: 1, height: 1, channels: 4, data: Float32Array.from(values) });

function blended(below: Raster, above: Raster, mode: BlendMode): Raster {
  const out = { ...below, data: below.data.slice() };
  blend(out, above, mode);
  return out;
}

/** Opaque backdrop 0.2, 0.6, 0.8 under opaque source 0.7, 0.5, 0.1, worked out by hand from the standard's formulas. */
const worked: [BlendMode, number, number, number][] = [
  ['normal', 0.7, 0.5, 0.1],
  ['multiply', 0.14, 0.3, 0.08],
  ['screen', 0.76, 0.8, 0.82],
  ['overlay', 0.28, 0.6, 0.64],
  ['darken', 0.2, 0.5, 0.1],
  ['lighten', 0.7, 0.6, 0.8],
  ['color-dodge', 2 / 3, 1, 0.8 / 0.9],
  ['color-burn', 0, 0.2, 0],
  ['hard-light', 0.52, 0.6, 0.16],
  ['soft-light', 0.2 + 0.4 * (((16 * 0.2 - 12) * 0.2 + 4) * 0.2 - 0.2), 0.6, 0.672],
  ['difference', 0.5, 0.1, 0.7],
  ['exclusion', 0.62, 0.5, 0.74],
  ['add', 0.9, 1, 0.9],
  ['subtract', 0, 0.1, 0.7],
];

test.each(worked)('%s by arithmetic', (mode, ...wanted) => {
  const { data } = blended(one(0.2, 0.6, 0.8, 1), one(0.7, 0.5, 0.1, 1), mode);
  wanted.forEach((value, c) => expect(data[c]).toBeCloseTo(value, 6));
  expect(data[3]).toBe(1);
});

test('luminosity takes the light of the source and the colour of the backdrop', () => {
  const { data } = blended(one(0.5, 0.5, 0.5, 1), one(1, 0, 0, 1), 'luminosity');
  for (let c = 0; c < 3; c++) expect(data[c]).toBeCloseTo(0.3, 6);
});

test('hue of a grey source takes all colour away', () => {
  const { data } = blended(one(0.9, 0.2, 0.1, 1), one(0.4, 0.4, 0.4, 1), 'hue');
  for (let c = 0; c < 3; c++) expect(data[c]).toBeCloseTo(0.3 * 0.9 + 0.59 * 0.2 + 0.11 * 0.1, 6);
});

describe.each(blendModes.map((mode) => [mode]))('%s', (mode) => {
  const [below, above] = [noise(64, 300, 4, 1), noise(64, 300, 4, 2)];
  test('agrees with its reference on colours of every alpha', () => {
    const out = blended(below, above, mode);
    const reference = { ...below, data: below.data.slice() };
    blendReference(reference, above, mode);
    // Where a colour is divided by a small alpha, single precision shows.
    expect(largestDifference(out, reference)).toBeLessThan(2e-5);
  });
  test('a clear source changes nothing, a clear backdrop shows the source', () => {
    const clear = emptyRaster(64, 300, 4);
    const kept = blended(below, clear, mode);
    const shown = blended(clear, above, mode);
    for (let i = 0; i < kept.data.length; i++) {
      if (Math.abs(kept.data[i] - below.data[i]) > 1e-6 || Math.abs(shown.data[i] - above.data[i]) > 1e-6)
        throw new Error(`Differs at ${i}.`);
    }
  });
});

test('without SIMD the reference does the work', () => {
  preferReference(true);
  try {
    expect(blended(one(0.2, 0.6, 0.8, 1), one(0.7, 0.5, 0.1, 1), 'multiply').data[1]).toBeCloseTo(0.3, 6);
  } finally {
    preferReference(false);
  }
});

test('layers of different sizes are refused', () => {
  expect(() => blend(emptyRaster(2, 2, 4), emptyRaster(2, 1, 4))).toThrow(RangeError);
});

describe.each(blendModes.map((mode) => [mode]))('%s as a layer of its own', (mode) => {
  const [below, above, between] = [noise(64, 130, 4, 3), noise(64, 130, 4, 4), noise(64, 130, 4, 5)];
  const opaque = { ...below, data: below.data.map((value, i) => (i % 4 === 3 ? 1 : value)) };
  for (let at = 0; at < 64 * 20 * 4; at++) above.data[at] = 0;

  test.each([[false], [true]])('laid on by source-over it is what blending makes; in light: %p', (inLight) => {
    const out = blended(opaque, mixed(above, opaque, null, mode, inLight), 'normal');
    const wanted = inLight ? toLight(opaque) : { ...opaque, data: opaque.data.slice() };
    blendReference(wanted, inLight ? toLight(above) : above, mode);
    const { data } = inLight ? fromLight(wanted) : wanted;
    const painted = data.map((value, i) => (above.data[i - (i % 4) + 3] > 0 ? value : opaque.data[i]));
    expect(largestDifference(out, { ...out, data: painted })).toBeLessThan(1e-4);
    expect(
      mixed(above, opaque, null, mode, inLight)
        .data.subarray(0, 64 * 20 * 4)
        .some((value) => value !== 0),
    ).toBe(false);
  });

  test.each([[false], [true]])('compiled and reference agree, with something between; in light: %p', (inLight) => {
    const compiled = mixed(above, below, between, mode, inLight);
    preferReference(true);
    const reference = mixed(above, below, between, mode, inLight);
    preferReference(false);
    expect(largestDifference(compiled, reference)).toBeLessThan(2e-4);
  });
});
