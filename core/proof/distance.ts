import { gaussianBlur } from '../kernels/blur';
import { lumaAt } from '../pixels/luma';
import { emptyRaster, type Raster } from '../pixels/raster';
import { smoothStep } from '../pixels/smoothStep';
import { colourFrequency, thresholdAt } from './eye';

/** Looked up once: these loops are hot. */
const { abs, max, sqrt, log, PI } = Math;

/** Sigma of the finest blur, px; each further one is twice as wide. */
const finest = 0.7;
/** Nothing that is coarser than this is lost at any distance, cycles per degree. */
const coarsest = 0.8;
/** A difference of two Gaussians, one twice as wide as the other, passes most at this over the narrower sigma, cycles per px. */
const peak = sqrt(log(4) / 6) / PI;
/** What is left above the finest Gaussian lies about here, cycles per px. */
const topFrequency = 0.4;

/** Octave bands of a picture, from fine to coarse, and what is left below them. */
interface Bands {
  bands: { data: Float32Array; below: Float32Array; frequency: number }[];
  rest: Float32Array;
}

/** @param perDegree px to a degree */
function bandsOf(light: Raster, perDegree: number): Bands {
  const bands: Bands['bands'] = [];
  let above = light.data;
  for (let sigma = 0, next = finest; ; sigma = next, next *= 2) {
    const frequency = (sigma === 0 ? topFrequency : peak / sigma) * perDegree;
    if (frequency < coarsest || next > max(light.width, light.height)) break;
    const below = gaussianBlur(light, next).data;
    const data = new Float32Array(above.length);
    for (let i = 0; i < data.length; i++) data[i] = above[i] - below[i];
    bands.push({ data, below, frequency });
    above = below;
  }
  return { bands, rest: above };
}

/**
 * Luminance as it is seen from far: contrast that is too faint for its fineness is gone, all other stays (contrast in
 * octave bands against the light around: Peli 1990, "Contrast in complex images"; sensitivity: Mannos and Sakrison 1974).
 * @param light one channel, linear @param perDegree px to a degree
 */
export function seenLight(light: Raster, perDegree: number): Raster {
  const { bands, rest } = bandsOf(light, perDegree);
  const out = { ...light, data: Float32Array.from(rest) };
  for (const { data, below, frequency } of bands) {
    const threshold = thresholdAt(frequency);
    if (!(threshold < 4)) continue;
    for (let i = 0; i < data.length; i++) {
      const contrast = abs(data[i]) / max(0.004, below[i]);
      // Around the threshold things come and go.
      out.data[i] += data[i] * smoothStep((contrast / threshold - 0.6) / 0.8);
    }
  }
  for (let i = 0; i < out.data.length; i++) out.data[i] = max(0, out.data[i]);
  return out;
}

/**
 * A picture as it is seen from far, at the same number of px. In linear light, opaque.
 * @param light four channels @param perDegree px to a degree
 */
export function seenFromFar(light: Raster, perDegree: number): Raster {
  const { width, height } = light;
  const luma = emptyRaster(width, height, 1);
  const colour = emptyRaster(width, height, 4);
  for (let i = 0, at = 0; i < luma.data.length; i++, at += 4) {
    luma.data[i] = lumaAt(light.data, at);
    for (let c = 0; c < 3; c++) colour.data[at + c] = light.data[at + c] - luma.data[i];
  }
  const seen = seenLight(luma, perDegree);
  // A Gaussian that leaves half of a grating of that frequency.
  const sigma = (sqrt(log(2) / 2) / (PI * colourFrequency)) * perDegree;
  const soft = sigma > 0.3 ? gaussianBlur(colour, sigma) : colour;
  const out = emptyRaster(width, height, 4);
  for (let i = 0, at = 0; i < luma.data.length; i++, at += 4) {
    for (let c = 0; c < 3; c++) out.data[at + c] = max(0, seen.data[i] + soft.data[at + c]);
    out.data[at + 3] = 1;
  }
  return out;
}
