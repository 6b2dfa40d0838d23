import type { Raster } from './raster';

const { floor } = Math;

/** A value of one channel between px centres; nothing beyond the raster. */
export function between({ width, height, data }: Raster, x: number, y: number): number {
  const [left, top] = [floor(x - 0.5), floor(y - 0.5)];
  const [tx, ty] = [x - 0.5 - left, y - 0.5 - top];
  if (left < 0 || top < 0 || left + 1 >= width || top + 1 >= height) return 0;
  const at = top * width + left;
  const upper = data[at] + (data[at + 1] - data[at]) * tx;
  const lower = data[at + width] + (data[at + width + 1] - data[at + width]) * tx;
  return upper + (lower - upper) * ty;
}
