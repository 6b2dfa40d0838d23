import { gaussianBlur } from '../../kernels/blur';
import { fromLight, toLight, toOklab } from '../../kernels/colour';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { huesOfSurface, nearestHue, toneOf } from './bite/hues';
import { placesOf } from './bite/tones';

/** Looked up once: these loops are hot. */
const { hypot, sqrt } = Math;

/** What a surface is like where letters lie. Contrasts are standard deviations of the logarithm of its light. */
export interface Place {
  /** Of folds and other broad shading. */
  folds: number;
  /** Of texture and grain. */
  texture: number;
  /** How large folds are: from one to the next, sheet px. */
  foldSize: number;
  /** Part of the place that has another hue than most of it, 0..1. */
  coloured: number;
  /** How often each lightness is there (Oklab, 0..1 in even steps): parts of the place. */
  lightness: number[];
}

/** Finer than the first part of the longer side is texture, broader than the second is the light's own unevenness. */
const [fine, broad] = [1 / 220, 1 / 9];
/** Another hue is so far off (a and b of Oklab over lightness). */
const otherHue = 0.035;

/**
 * Looks at a surface under letters.
 * @param surface the graded photographs on the grid, or a part of them: encoded
 * @param cover of the letters, lying at the same place
 * @param scale grid px for each sheet px
 * @param longer the sheet's longer side, sheet px
 */
export function lookAtPlace(surface: Raster, cover: Raster, scale: number, longer: number): Place {
  const { width, height } = surface;
  const light = toLight(surface);
  const tones = emptyRaster(width, height, 1);
  for (let i = 0, at = 0; i < tones.data.length; i++, at += 4)
    tones.data[i] = toneOf(light.data[at], light.data[at + 1], light.data[at + 2]);
  const smooth = gaussianBlur(tones, fine * longer * scale);
  const even = gaussianBlur(tones, broad * longer * scale);
  const isUnder = under(cover);
  const texture = spread(tones.data, smooth.data, isUnder);
  const folds = spread(smooth.data, even.data, isUnder);
  return {
    texture,
    folds,
    foldSize: sizeOf(smooth, even, isUnder) / scale,
    coloured: colouredShare(light, isUnder),
    lightness: histogram(toOklab(surface).data, isUnder),
  };
}

/** Steps of lightness that are told apart. */
const lightnessSteps = 64;

function histogram(lab: Float32Array, isUnder: IsUnder): number[] {
  const counts = new Array<number>(lightnessSteps).fill(0);
  let all = 0;
  for (let i = 0; i < lab.length / 4; i++) {
    if (!isUnder(i) || lab[4 * i + 3] < 0.5) continue;
    counts[Math.min(lightnessSteps - 1, Math.max(0, Math.floor(lab[4 * i] * lightnessSteps)))]++;
    all++;
  }
  return counts.map((count) => (all === 0 ? 0 : count / all));
}

type IsUnder = (i: number) => boolean;

function under(cover: Raster): IsUnder {
  const isAny = cover.data.some((value) => value > 0.5);
  return (i) => !isAny || cover.data[i] > 0.5;
}

function spread(values: Float32Array, around: Float32Array, isUnder: IsUnder): number {
  let [count, sum, square] = [0, 0, 0];
  for (let i = 0; i < values.length; i++) {
    if (!isUnder(i)) continue;
    const value = values[i] - around[i];
    count++;
    sum += value;
    square += value * value;
  }
  return count === 0 ? 0 : sqrt(Math.max(0, square / count - (sum / count) ** 2));
}

/** From one fold to the next: of a wave, its height over its slope, times 2 pi; px. */
function sizeOf(smooth: Raster, even: Raster, isUnder: IsUnder): number {
  const { width, height, data } = smooth;
  let [waves, slopes] = [0, 0];
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      if (!isUnder(i)) continue;
      const [dx, dy] = [(data[i + 1] - data[i - 1]) / 2, (data[i + width] - data[i - width]) / 2];
      waves += (data[i] - even.data[i]) ** 2;
      slopes += hypot(dx, dy) ** 2;
    }
  return slopes > 0 ? 2 * Math.PI * sqrt(waves / slopes) : 0;
}

function colouredShare(light: Raster, isUnder: IsUnder): number {
  const covered = emptyRaster(light.width, light.height, 4);
  for (let i = 0; i < light.data.length / 4; i++)
    if (isUnder(i)) covered.data.set(light.data.subarray(4 * i, 4 * i + 4), 4 * i);
  const places = placesOf(fromLight(gaussianBlur(covered, 1)));
  const hues = huesOfSurface(places);
  const counts = hues.map(() => 0);
  for (let i = 0; i < places.length; i += 3) counts[nearestHue(hues, places[i], places[i + 1])]++;
  const main = hues[counts.indexOf(Math.max(...counts))];
  const all = counts.reduce((sum, count) => sum + count, 0);
  const others = counts.reduce(
    (sum, count, k) => (hypot(hues[k].a - main.a, hues[k].b - main.b) > otherHue ? sum + count : sum),
    0,
  );
  return all === 0 ? 0 : others / all;
}
