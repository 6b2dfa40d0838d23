import { crop, emptyRaster, type Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';

/** One half of a Gaussian, sampled and normalised so that the whole sums to 1. Index 0 is the centre. */
export function gaussianWeights(sigma: number, reach: number): Float32Array {
  const weights = Float64Array.from({ length: reach + 1 }, (_, i) => Math.exp((-i * i) / (2 * sigma * sigma)));
  const sum = weights.reduce((all, weight, i) => all + (i === 0 ? weight : 2 * weight), 0);
  return Float32Array.from(weights, (weight) => weight / sum);
}

/** The plain reference implementation: direct separable convolution. Arguments as `blurRegion`. */
export function blurReference(raster: Raster, lying: Region, wanted: Region, sigma: number): Raster {
  const weights = gaussianWeights(sigma, Math.ceil(sigma * 4));
  const across = emptyRaster(raster.width, raster.height, raster.channels);
  const out = emptyRaster(raster.width, raster.height, raster.channels);
  convolveRows(raster, across, weights);
  convolveColumns(across, out, weights);
  return crop(out, lying, wanted);
}

function convolveRows(from: Raster, to: Raster, weights: Float32Array): void {
  const { width, height, channels } = from;
  const reach = weights.length - 1;
  const padded = new Float32Array((width + 2 * reach) * channels);
  for (let y = 0; y < height; y++) {
    const row = from.data.subarray(y * width * channels, (y + 1) * width * channels);
    for (let k = 0; k < reach; k++) {
      for (let c = 0; c < channels; c++) {
        padded[k * channels + c] = row[c];
        padded[(reach + width + k) * channels + c] = row[(width - 1) * channels + c];
      }
    }
    padded.set(row, reach * channels);
    const out = to.data.subarray(y * width * channels, (y + 1) * width * channels);
    for (let k = 0; k < 2 * reach + 1; k++)
      accumulate(out, padded, k * channels, weights[k < reach ? reach - k : k - reach]);
  }
}

/** out += weight * from[start ...] */
function accumulate(out: Float32Array, from: Float32Array, start: number, weight: number): void {
  const count = out.length;
  for (let i = 0; i < count; i++) out[i] += weight * from[start + i];
}

function convolveColumns(from: Raster, to: Raster, weights: Float32Array): void {
  const { width, height, channels } = from;
  const run = width * channels;
  const last = height - 1;
  const reach = weights.length - 1;
  for (let y = 0; y < height; y++) {
    const out = to.data.subarray(y * run, (y + 1) * run);
    for (let k = -reach; k <= reach; k++) {
      const row = Math.min(last, Math.max(0, y + k));
      accumulate(out, from.data, row * run, weights[k < 0 ? -k : k]);
    }
  }
}
