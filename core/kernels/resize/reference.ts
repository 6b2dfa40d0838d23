import { emptyRaster, type Raster } from '../../pixels/raster';
import type { Taps } from './taps';

/** The plain reference implementation: along the rows, then down the columns. */
export function resizeReference({ width, height, channels, data }: Raster, across: Taps, down: Taps): Raster {
  const out = emptyRaster(across.first.length, down.first.length, channels);
  const run = out.width * channels;
  const half = new Float32Array(height * run);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < out.width; x++) {
      for (let k = 0; k < across.count; k++) {
        const weight = across.weights[x * across.count + k];
        for (let c = 0; c < channels; c++)
          half[y * run + x * channels + c] += weight * data[(y * width + across.first[x] + k) * channels + c];
      }
    }
  }
  for (let y = 0; y < out.height; y++) {
    for (let k = 0; k < down.count; k++) {
      const weight = down.weights[y * down.count + k];
      const from = (down.first[y] + k) * run;
      for (let i = 0; i < run; i++) out.data[y * run + i] += weight * half[from + i];
    }
  }
  return out;
}
