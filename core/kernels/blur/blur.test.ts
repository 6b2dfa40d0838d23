import fc from 'fast-check';
import { crop, emptyRaster, type Raster } from '../../pixels/raster';
import { preferReference } from '../machine';
import { noise } from '../testing';
import { blurMargin, blurRegion, gaussianBlur } from '.';

/** The largest error that is allowed anywhere: half an 8-bit step. */
const limit = 0.5 / 255;

/** The truth: a sampled Gaussian, normalised, 6 sigma long, in double precision; the edge pixel repeats. */
function trueGaussian({ width, height, channels, data }: Raster, sigma: number): Float64Array {
  const reach = Math.ceil(sigma * 6);
  const weights = Float64Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)),
  );
  const sum = weights.reduce((all, weight) => all + weight, 0);
  const out = Float64Array.from(data);
  const run = width * channels;
  for (let y = 0; y < height; y++)
    for (let c = 0; c < channels; c++) convolveLine(out, y * run + c, width, channels, weights, sum);
  for (let x = 0; x < run; x++) convolveLine(out, x, height, run, weights, sum);
  return out;
}

function convolveLine(
  data: Float64Array,
  start: number,
  length: number,
  step: number,
  weights: Float64Array,
  sum: number,
): void {
  const reach = (weights.length - 1) / 2;
  const padded = new Float64Array(length + 2 * reach);
  for (let i = 0; i < padded.length; i++) padded[i] = data[start + Math.min(length - 1, Math.max(0, i - reach)) * step];
  for (let i = 0; i < length; i++) {
    let total = 0;
    for (let k = 0; k < weights.length; k++) total += weights[k] * padded[i + k];
    data[start + i * step] = total / sum;
  }
}

function largestError(raster: Raster, sigma: number): number {
  const truth = trueGaussian(raster, sigma);
  const { data } = gaussianBlur(raster, sigma);
  let most = 0;
  for (let i = 0; i < data.length; i++)
    if (!(Math.abs(data[i] - truth[i]) <= most)) most = Math.abs(data[i] - truth[i]);
  return most;
}

/** Pictures that a blur finds hard: single px, sharp edges against the border, stripes, grain. */
const hard: Record<string, (width: number, height: number) => Raster> = {
  'one white px': (width, height) => drawn(width, height, (x, y) => Number(x === width >> 1 && y === height >> 1)),
  'an edge beside the border': (width, height) => drawn(width, height, (x, y) => Number(x > 2 && y < height - 5)),
  'stripes of 3 px': (width, height) => drawn(width, height, (x) => Number(x % 6 < 3)),
  grain: (width, height) => noise(width, height, 1, 7),
};

function drawn(width: number, height: number, at: (x: number, y: number) => number): Raster {
  const out = emptyRaster(width, height, 1);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) out.data[y * width + x] = at(x, y);
  return out;
}

describe.each(Object.entries(hard))('%s', (_, make) => {
  test.each([0.3, 0.5, 0.8, 1.2, 2, 2.79, 2.81, 4, 5.7, 9, 12, 23, 45, 60, 100])(
    'sigma %p is within half a step of the true Gaussian',
    (sigma) => {
      const side = sigma < 20 ? 75 : 160;
      expect(largestError(make(side, side - 8), sigma)).toBeLessThan(limit);
    },
  );
});

test('colour with alpha, premultiplied, is as exact as a matte', () => {
  const picture = noise(90, 70, 4, 3);
  for (const sigma of [0.7, 3.1, 14]) expect(largestError(picture, sigma)).toBeLessThan(limit);
});

test('sigma 400 on a small picture is its mean, spread by the borders', () => {
  expect(largestError(noise(40, 30, 1, 5), 400)).toBeLessThan(limit);
});

test('an even picture stays even, up to its border', () => {
  const raster = emptyRaster(33, 21, 4);
  raster.data.fill(0.3);
  for (const sigma of [0.4, 4, 40])
    for (const value of gaussianBlur(raster, sigma).data) expect(value).toBeCloseTo(0.3, 5);
});

test('no sigma, no change', () => {
  const raster = noise(5, 5, 1, 1);
  expect([0, -1, NaN].map((sigma) => gaussianBlur(raster, sigma))).toEqual([raster, raster, raster]);
});

test('a part, cut out with its margin, is that part of the whole, to the bit', () => {
  const place = { x: -37, y: 12, width: 230, height: 190 };
  const whole = noise(place.width, place.height, 1, 11);
  fc.assert(
    fc.property(
      fc.double({ min: 0.3, max: 9, noNaN: true }),
      fc.integer({ min: 0, max: 39 }),
      fc.integer({ min: 0, max: 29 }),
      fc.integer({ min: 1, max: 90 }),
      fc.integer({ min: 1, max: 70 }),
      (sigma, left, top, width, height) => {
        const margin = blurMargin(sigma);
        const inner = {
          x: place.x + 100 - left,
          y: place.y + 90 - top,
          width: Math.min(width, left + 40),
          height: Math.min(height, top + 40),
        };
        const outer = {
          x: Math.max(place.x, inner.x - margin),
          y: Math.max(place.y, inner.y - margin),
          width: 0,
          height: 0,
        };
        outer.width = Math.min(place.x + place.width, inner.x + inner.width + margin) - outer.x;
        outer.height = Math.min(place.y + place.height, inner.y + inner.height + margin) - outer.y;
        const part = blurRegion(crop(whole, place, outer), outer, inner, sigma);
        expect(
          Buffer.from(part.data.buffer).equals(Buffer.from(blurRegion(whole, place, inner, sigma).data.buffer)),
        ).toBe(true);
      },
    ),
    { numRuns: 60 },
  );
});

describe('the reference', () => {
  beforeAll(() => preferReference(true));
  afterAll(() => preferReference(false));
  test.each([0.3, 2, 12])('sigma %p is within half a step of the true Gaussian', (sigma) => {
    for (const make of Object.values(hard)) expect(largestError(make(60, 50), sigma)).toBeLessThan(limit);
  });
});
