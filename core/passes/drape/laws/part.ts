import type { Raster } from '../../../pixels/raster';
import type { Region } from '../../../pixels/region';
import type { Values } from './eased';

/** Looked up once: these loops are hot. */
const { max, min } = Math;

/** What the laws are worked out in; lengths are grid px. */
export interface LawScene {
  /** The map, 0..1, whole. */
  map: Raster;
  /** Which part is wanted. */
  region: Region;
  /** Grid px for each sheet px. */
  scale: number;
  /** How high the map's white stands over its black, grid px. */
  height: number;
  /** The point before the lens, and the middle of the letters, which stays where it is. */
  centre: readonly [number, number];
  anchor: readonly [number, number];
  /** From the lens to the sheet. */
  far: number;
}

/** The map in the wanted part; at the border of the grid its edge again. */
export function partOf({ width, height, data }: Raster, region: Region): Values {
  const out = new Float32Array(region.width * region.height);
  for (let y = 0, i = 0; y < region.height; y++) {
    const row = min(height - 1, max(0, region.y + y)) * width;
    for (let x = 0; x < region.width; x++, i++) out[i] = data[row + min(width - 1, max(0, region.x + x))];
  }
  return { width: region.width, height: region.height, data: out };
}
