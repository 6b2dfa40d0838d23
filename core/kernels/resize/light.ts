import type { Raster } from '../../pixels/raster';
import { encodeWide } from '../../pixels/transfer';
import { weighed, type Taps } from '.';
import { coverRow, type Covered } from './level';

/**
 * Linear light, resized, as what is seen of it. Unlike `resizeLevel` it keeps colours beyond sRGB.
 * @param light premultiplied RGBA
 * @returns premultiplied encoded RGBA
 */
export function resizeLight(light: Raster, across: Taps, down: Taps, { columns, rows }: Covered): Raster {
  const out = weighed(light, across, down);
  const run = out.width * 4;
  for (let y = 0; y < out.height; y++)
    coverRow(out.data.subarray(y * run, (y + 1) * run), 4, columns, rows[y], encodeWide);
  return out;
}
