import { gaussianBlur } from '../../kernels/blur';
import { gaussianWeights } from '../../kernels/blur/reference';
import { weighed, type Taps } from '../../kernels/resize';
import { crop, emptyRaster, type Raster } from '../../pixels/raster';
import { grow, type Region } from '../../pixels/region';

/** Looked up once: these loops are hot. */
const { abs, ceil, cos, imul, log, sqrt, PI } = Math;

/** A whole number of 32 bits, as if by chance, for a whole place and a number (after Wang 2007). */
function chance(x: number, y: number, salt: number): number {
  let hash = imul(x, 0x27d4eb2d) ^ imul(y, 0x165667b1) ^ imul(salt, 0x9e3779b1);
  hash = imul(hash ^ (hash >>> 15), 0x2c1b3c6d);
  hash = imul(hash ^ (hash >>> 12), 0x297a2d39);
  hash = imul(hash ^ (hash >>> 15), 0x85ebca6b);
  return hash ^ (hash >>> 13);
}

const bits = 16;

/** So many normal deviates of mean 0 and standard deviation 1 (Box and Muller 1958), to be drawn from. */
function drawDeviates(): Float32Array {
  const count = 1 << bits;
  const share = (i: number, salt: number): number => (chance(i, 0, salt) >>> 0) / 4294967296;
  const all = Float64Array.from(
    { length: count },
    (_, i) => sqrt(-2 * log(1 - share(i, 1))) * cos(2 * PI * share(i, 7920)),
  );
  const mean = all.reduce((sum, one) => sum + one, 0) / count;
  const spread = sqrt(all.reduce((sum, one) => sum + (one - mean) ** 2, 0) / count);
  return Float32Array.from(all, (one) => (one - mean) / spread);
}

let drawn: Float32Array | null = null;
/** They are made when grain is first asked for. */
const deviates = (): Float32Array => (drawn ??= drawDeviates());

/** Normal deviates of standard deviation 1: the same place always gives the same. */
export const normalAt = (x: number, y: number, salt: number): number => deviates()[chance(x, y, salt) >>> (32 - bits)];

/** What is left of standard deviation 1 when white noise is blurred by a Gaussian: 1 / (2 sqrt(pi) sigma) from about 0.6 on. */
function leftAfter(sigma: number): number {
  if (sigma < 0.05) return 1;
  // The sum of the squared weights of one line, squared for both.
  let [sum, squares] = [0, 0];
  const reach = Math.ceil(4 * sigma + 1);
  for (let i = -reach; i <= reach; i++) {
    const weight = Math.exp(-(i * i) / (2 * sigma * sigma));
    sum += weight;
    squares += weight * weight;
  }
  return squares / (sum * sum);
}

/**
 * Grain of standard deviation 1 in a region, by places of the output; grains as large as a Gaussian of `size`, output px.
 * One channel.
 */
export function grainIn(region: Region, size: number, salt: number): Raster {
  const reach = size < 0.05 ? 0 : ceil(4 * size);
  const wide = grow(region, reach);
  const white = whiteIn(wide, salt);
  if (reach === 0) return white;
  const soft =
    size > mostTaps
      ? crop(gaussianBlur(white, size), wide, region)
      : weighed(white, tapsOf(size, region.width), tapsOf(size, region.height));
  const factor = 1 / leftAfter(size);
  const { data } = soft;
  for (let i = 0; i < data.length; i++) data[i] *= factor;
  return soft;
}

function whiteIn(region: Region, salt: number): Raster {
  const white = emptyRaster(region.width, region.height, 1);
  const { data } = white;
  const from = deviates();
  for (let y = 0, i = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++, i++)
      data[i] = from[chance(region.x + x, region.y + y, salt) >>> (32 - bits)];
  return white;
}

/** Up to this sigma a Gaussian goes by its own weights: the kernel's boxes are too coarse for so little. */
const mostTaps = 3;

/** A Gaussian for so many px, each from as many px to either side as it reaches. */
function tapsOf(sigma: number, length: number): Taps {
  const reach = ceil(4 * sigma);
  const own = gaussianWeights(sigma, reach);
  const count = 2 * reach + 1;
  return {
    first: Int32Array.from({ length }, (_, i) => i),
    weights: Float32Array.from({ length: length * count }, (_, i) => own[abs((i % count) - reach)]),
    count,
  };
}

/** What is left of grain when the picture is seen at a scale: px of the sheet are averaged. @param size sheet px */
export function grainAt(scale: number, size: number): number {
  if (scale >= 1) return 1;
  const own = 1 / 12 + size * size;
  return sqrt(own / (own + (1 / (scale * scale) - 1) / 12));
}
