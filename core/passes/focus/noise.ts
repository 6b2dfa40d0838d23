import { gaussianBlur } from '../../kernels/blur';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { grow, type Region } from '../../pixels/region';

/** Looked up once: these loops are hot. */
const { cos, imul, log, max, sqrt, PI } = Math;

/** 0..1, as if by chance, for a whole place and a number (after Wang 2007). */
function chance(x: number, y: number, salt: number): number {
  let hash = imul(x, 0x27d4eb2d) ^ imul(y, 0x165667b1) ^ imul(salt, 0x9e3779b1);
  hash = imul(hash ^ (hash >>> 15), 0x2c1b3c6d);
  hash = imul(hash ^ (hash >>> 12), 0x297a2d39);
  hash = imul(hash ^ (hash >>> 15), 0x85ebca6b);
  return ((hash ^ (hash >>> 13)) >>> 0) / 4294967296;
}

/** Normal deviates of standard deviation 1 (Box and Muller 1958): the same place always gives the same. */
export function normalAt(x: number, y: number, salt: number): number {
  return sqrt(-2 * log(max(1e-9, chance(x, y, salt)))) * cos(2 * PI * chance(x, y, salt + 7919));
}

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
  const margin = size < 0.05 ? 0 : Math.ceil(4 * size) + 1;
  const wide = grow(region, margin);
  const white = emptyRaster(wide.width, wide.height, 1);
  for (let y = 0, i = 0; y < wide.height; y++)
    for (let x = 0; x < wide.width; x++, i++) white.data[i] = normalAt(wide.x + x, wide.y + y, salt);
  if (margin === 0) return white;
  const soft = blurredSmall(white, size);
  const out = emptyRaster(region.width, region.height, 1);
  const factor = 1 / leftAfter(size);
  for (let y = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++)
      out.data[y * region.width + x] = soft.data[(y + margin) * wide.width + x + margin] * factor;
  return out;
}

/** A Gaussian of any sigma by its own weights: the kernel's boxes are too coarse for so little. */
function blurredSmall(source: Raster, sigma: number): Raster {
  if (sigma > 3) return gaussianBlur(source, sigma);
  const { width, height, data } = source;
  const reach = Math.ceil(4 * sigma);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)));
  const total = weights.reduce((sum, one) => sum + one, 0);
  const across = new Float32Array(data.length);
  const out = emptyRaster(width, height, 1);
  for (let y = 0; y < height; y++)
    for (let x = reach; x < width - reach; x++) {
      let sum = 0;
      for (let k = -reach; k <= reach; k++) sum += data[y * width + x + k] * weights[k + reach];
      across[y * width + x] = sum / total;
    }
  for (let y = reach; y < height - reach; y++)
    for (let x = 0; x < width; x++) {
      let sum = 0;
      for (let k = -reach; k <= reach; k++) sum += across[(y + k) * width + x] * weights[k + reach];
      out.data[y * width + x] = sum / total;
    }
  return out;
}

/** What is left of grain when the picture is seen at a scale: px of the sheet are averaged. @param size sheet px */
export function grainAt(scale: number, size: number): number {
  if (scale >= 1) return 1;
  const own = 1 / 12 + size * size;
  return sqrt(own / (own + (1 / (scale * scale) - 1) / 12));
}
