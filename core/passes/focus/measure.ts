import { lumaOf } from '../../pixels/luma';
import type { Raster } from '../../pixels/raster';

/** Looked up once: these loops are hot. */
const { abs, exp, sqrt } = Math;

/** How noisy a place is, 1/255 of the encoded value. */
export interface Noise {
  /** From px to px, and from pair to pair of px: both by the median of a second difference. */
  fine: number;
  coarse: number;
  /** Mean encoded value, 0..1. */
  tone: number;
}

/** The difference of two Laplacians: what is even or slopes evenly has none of it (Immerkaer 1996). */
const mask = [1, -2, 1, -2, 4, -2, 1, -2, 1] as const;
/** What white noise of standard deviation 1 has of it. */
const ofWhite = 6;
/** The median of absolute deviations, as a standard deviation. */
const asDeviation = 1.4826;

/** Noise of a picture: one channel, or the luma of four. */
export function noiseOf(place: Raster): Noise {
  const { width, height, data: luma } = lumaOf(place);
  const [halfWidth, halfHeight] = [width >> 1, height >> 1];
  const half = new Float32Array(halfWidth * halfHeight);
  for (let y = 0; y < halfHeight; y++)
    for (let x = 0; x < halfWidth; x++) {
      const at = 2 * y * width + 2 * x;
      half[y * halfWidth + x] = (luma[at] + luma[at + 1] + luma[at + width] + luma[at + width + 1]) / 4;
    }
  return {
    fine: 255 * deviation(luma, width, height),
    coarse: 255 * deviation(half, halfWidth, halfHeight),
    tone: luma.reduce((sum, value) => sum + value, 0) / luma.length,
  };
}

function deviation(values: Float32Array, width: number, height: number): number {
  const found = new Float32Array(Math.max(0, (width - 2) * (height - 2)));
  for (let y = 1, i = 0; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++, i++) {
      let sum = 0;
      for (let k = 0; k < 9; k++) sum += mask[k] * values[(y + ((k / 3) | 0) - 1) * width + x + (k % 3) - 1];
      found[i] = abs(sum);
    }
  return (asDeviation * found.sort()[found.length >> 1]) / ofWhite;
}

/** How alike px are at each distance along a line, where noise was blurred by the weights of a Gaussian of this sigma. */
function alikeAlong(sigma: number): (distance: number) => number {
  if (sigma < 0.05) return (distance) => Number(distance === 0);
  const reach = Math.ceil(4 * sigma + 1);
  const weight = (i: number): number => (Math.abs(i) > reach ? 0 : exp(-(i * i) / (2 * sigma * sigma)));
  const known = Array.from({ length: 8 }, (_, distance) => {
    let sum = 0;
    for (let i = -reach; i <= reach; i++) sum += weight(i) * weight(i + distance);
    return sum;
  });
  return (distance) => known[Math.abs(distance)] / known[0];
}

/** What noise of standard deviation 1 and this size reads as, from px to px (1) or from pair to pair (2). */
export function readsAs(size: number, pair: 1 | 2): number {
  const weights: { x: number; y: number; weight: number }[] = [];
  for (let k = 0; k < 9; k++)
    for (let j = 0; j < pair; j++)
      for (let i = 0; i < pair; i++)
        weights.push({ x: (k % 3) * pair + i, y: ((k / 3) | 0) * pair + j, weight: mask[k] / (pair * pair) });
  const alike = alikeAlong(size);
  let sum = 0;
  for (const a of weights) for (const b of weights) sum += a.weight * b.weight * alike(a.x - b.x) * alike(a.y - b.y);
  return sqrt(Math.max(0, sum)) / ofWhite;
}

const [leastSize, mostSize] = [0, 1.6];

/** The size and the standard deviation of grain that reads as a place does. */
export function grainLike({ fine, coarse }: Pick<Noise, 'fine' | 'coarse'>): { size: number; sigma: number } {
  if (fine <= 0 && coarse <= 0) return { size: 0, sigma: 0 };
  const wanted = coarse / Math.max(1e-6, fine);
  let [low, high] = [leastSize, mostSize];
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (readsAs(middle, 2) / readsAs(middle, 1) < wanted) low = middle;
    else high = middle;
  }
  const size = (low + high) / 2;
  return { size, sigma: fine / readsAs(size, 1) };
}
