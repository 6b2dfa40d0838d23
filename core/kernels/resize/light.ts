import { emptyRaster, type Raster } from '../../pixels/raster';
import { encodeWide } from '../../pixels/transfer';
import { machine } from '../machine';
import { sumByTaps, type Taps } from '.';
import type { Covered } from './level';
import { resizeReference } from './reference';

/**
 * Linear light, resized, as what is seen of it. Unlike `resizeLevel` it keeps colours beyond sRGB.
 * @param light premultiplied RGBA
 * @returns premultiplied encoded RGBA
 */
export function resizeLight(light: Raster, across: Taps, down: Taps, { columns, rows }: Covered): Raster {
  const [width, height] = [across.first.length, down.first.length];
  const out = emptyRaster(width, height, 4);
  const compiled = machine();
  if (!compiled) out.data.set(resizeReference(light, across, down).data);
  else {
    const run = light.width * 4;
    const load = (y: number, at: number): void =>
      compiled.arena.floats.set(light.data.subarray(y * run, (y + 1) * run), at >> 2);
    sumByTaps(compiled, { width: light.width, channels: 4, load }, across, down, (y, at) =>
      out.data.set(compiled.arena.floats.subarray(at >> 2, (at >> 2) + width * 4), y * width * 4),
    );
  }
  for (let i = 0, at = 0; i < width * height; i++, at += 4) {
    const share = columns[i % width] * rows[Math.floor(i / width)];
    const found = out.data[at + 3];
    const inside = found > 0.99999 ? 1 : Math.max(0, found);
    for (let c = at; c < at + 3; c++) out.data[c] = inside > 0 ? encodeWide(out.data[c] / inside) * inside * share : 0;
    out.data[at + 3] = inside * share;
  }
  return out;
}
