import type { Raster } from '../pixels/raster';
import type { Region } from '../pixels/region';

/** Floats that lie as rows somewhere in a larger array. */
export interface Source {
  data: Float32Array;
  /** Floats before the first one. */
  offset: number;
  /** Floats from one row to the next. */
  stride: number;
  /** Where the rows lie in the plane, whole px. */
  lying: Region;
  channels: 1 | 4;
}

export function sourceOf(raster: Raster, lying: Region): Source {
  return { data: raster.data, offset: 0, stride: raster.width * raster.channels, lying, channels: raster.channels };
}

/** A count of floats brought up to whole vectors. */
export const vectors = (floats: number): number => (floats + 3) & ~3;

/** Copies a region into an array of rows; beyond the source's border its edge pixels repeat. @param stride floats */
export function copyPadded(
  { data, offset, stride: fromStride, lying, channels }: Source,
  region: Region,
  to: Float32Array,
  at: number,
  stride: number,
): void {
  const before = Math.min(region.width, Math.max(0, lying.x - region.x));
  const start = Math.min(lying.width - 1, Math.max(0, region.x - lying.x));
  const inside =
    before === region.width
      ? 0
      : Math.max(0, Math.min(region.x + region.width, lying.x + lying.width) - Math.max(region.x, lying.x));
  const after = region.width - before - inside;
  const nearest = before > 0 ? 0 : lying.width - 1;
  const last = inside > 0 ? start + inside - 1 : nearest;
  for (let y = 0; y < region.height; y++) {
    const row = offset + Math.min(lying.height - 1, Math.max(0, region.y + y - lying.y)) * fromStride;
    let out = at + y * stride;
    for (let x = 0; x < before; x++) for (let c = 0; c < channels; c++) to[out++] = data[row + c];
    if (inside > 0) to.set(data.subarray(row + start * channels, row + (start + inside) * channels), out);
    out += inside * channels;
    for (let x = 0; x < after; x++) for (let c = 0; c < channels; c++) to[out++] = data[row + last * channels + c];
  }
}
