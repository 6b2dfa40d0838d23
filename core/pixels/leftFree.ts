import type { Raster } from './raster';

/** How much of each px all mattes together leave free, 0..1. @param mattes one channel each, of `length` px */
export function leftFree(mattes: readonly Raster[], length: number): Float32Array {
  const free = new Float32Array(length).fill(1);
  for (const { data } of mattes) for (let i = 0; i < length; i++) free[i] *= 1 - data[i];
  return free;
}
