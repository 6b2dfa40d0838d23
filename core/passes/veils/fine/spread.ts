import { decodeByte } from '../../../pixels/transfer';
import type { LightPlanes } from './laplacian';

/** Looked up once: these loops are hot. */
const { min, max, floor } = Math;

interface Grid {
  width: number;
  height: number;
  planes: Float32Array[];
  weight: Float32Array;
}

/**
 * Spreads what is known at some px over all the others, smoothly and from near by first (pull and push on a pyramid,
 * Gortler et al. 1996).
 * @param weight how well each px is known, 0..1
 * @returns planes; where nothing at all is known they are zero
 */
export function spread(
  planes: readonly Float32Array[],
  weight: Float32Array,
  width: number,
  height: number,
): Float32Array[] {
  const grids: Grid[] = [{ width, height, planes: planes.map((plane) => plane.slice()), weight }];
  while (grids[grids.length - 1].width > 1 || grids[grids.length - 1].height > 1)
    grids.push(halved(grids[grids.length - 1]));
  for (let k = grids.length - 2; k >= 0; k--) fillFrom(grids[k + 1], grids[k]);
  return grids[0].planes;
}

/** Weighted means of 2 x 2 px; four px of a quarter's weight make one that is known fully. */
function halved({ width, height, planes, weight }: Grid): Grid {
  const half: Grid = {
    width: (width + 1) >> 1,
    height: (height + 1) >> 1,
    planes: [],
    weight: new Float32Array(((width + 1) >> 1) * ((height + 1) >> 1)),
  };
  half.planes = planes.map(() => new Float32Array(half.weight.length));
  for (let y = 0; y < height; y++) {
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const w = weight[i];
      if (w === 0) continue;
      const to = (y >> 1) * half.width + (x >> 1);
      half.weight[to] += w;
      for (let c = 0; c < planes.length; c++) half.planes[c][to] += planes[c][i] * w;
    }
  }
  for (let i = 0; i < half.weight.length; i++) {
    const w = half.weight[i];
    if (w === 0) continue;
    for (const plane of half.planes) plane[i] /= w;
    half.weight[i] = min(1, w);
  }
  return half;
}

/** Fills a grid where it is not known from the next coarser one, bilinear. */
function fillFrom(coarse: Grid, { width, height, planes, weight }: Grid): void {
  for (let y = 0; y < height; y++) {
    const v = max(0, min(coarse.height - 1, (y - 0.5) / 2));
    const top = floor(v);
    const t = v - top;
    const upper = top * coarse.width;
    const lower = min(coarse.height - 1, top + 1) * coarse.width;
    for (let x = 0, i = y * width; x < width; x++, i++) {
      const own = weight[i];
      if (own >= 1) continue;
      const u = max(0, min(coarse.width - 1, (x - 0.5) / 2));
      const left = floor(u);
      const right = min(coarse.width - 1, left + 1);
      const s = u - left;
      for (let c = 0; c < planes.length; c++) {
        const from = coarse.planes[c];
        const above = from[upper + left] + (from[upper + right] - from[upper + left]) * s;
        const below = from[lower + left] + (from[lower + right] - from[lower + left]) * s;
        const spread = above + (below - above) * t;
        planes[c][i] = own > 0 ? planes[c][i] * own + spread * (1 - own) : spread;
      }
    }
  }
}

/** Stored encoded sRGB as planes of linear light. */
export function lightPlanes(bytes: Uint8Array, channels: 1 | 3 | 4): LightPlanes {
  const count = bytes.length / channels;
  return [0, 1, 2].map((c) => {
    const plane = new Float32Array(count);
    const offset = channels === 1 ? 0 : c;
    for (let i = 0; i < count; i++) plane[i] = decodeByte[bytes[i * channels + offset]];
    return plane;
  }) as unknown as LightPlanes;
}
