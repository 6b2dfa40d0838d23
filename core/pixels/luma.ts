import { emptyRaster, type Raster } from './raster';

/** Encoded luma (Rec. 709) of the px whose red stands at an index. */
export const lumaAt = (data: Float32Array, at: number): number =>
  0.2126 * data[at] + 0.7152 * data[at + 1] + 0.0722 * data[at + 2];

/** One channel: the luma of four, where what is clear counts as black; one channel stays as it is. */
export function lumaOf(raster: Raster): Raster {
  if (raster.channels === 1) return raster;
  const out = emptyRaster(raster.width, raster.height, 1);
  for (let i = 0, at = 0; i < out.data.length; i++, at += 4) out.data[i] = lumaAt(raster.data, at);
  return out;
}
