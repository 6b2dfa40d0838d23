import { evenRaster, evenValue } from './even';
import type { Region } from './region';

/**
 * A picture in memory: `width * height * channels` floats, row by row.
 * Four channels are premultiplied RGBA in encoded sRGB, 0..1 (a node that works in linear light says so);
 * one channel is a matte or a coverage, linear, 0..1.
 */
export interface Raster {
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 4;
  readonly data: Float32Array;
}

/** A raster of zeros: transparent, or an empty matte. */
export function emptyRaster(width: number, height: number, channels: 1 | 4): Raster {
  return { width, height, channels, data: new Float32Array(width * height * channels) };
}

/** Fills a raster of four channels with one premultiplied colour, in place. */
export function fillWith({ data }: Raster, colour: readonly [number, number, number, number]): void {
  data.set(colour);
  for (let filled = 4; filled < data.length; filled *= 2)
    data.copyWithin(filled, 0, Math.min(filled, data.length - filled));
}

/**
 * Copies a part out of a raster.
 * @param inner the part wanted, and @param outer where `raster` lies, both in the same px; `inner` lies within `outer`.
 * @throws RangeError when it does not.
 */
export function crop(raster: Raster, outer: Region, inner: Region): Raster {
  const left = inner.x - outer.x;
  const top = inner.y - outer.y;
  if (left < 0 || top < 0 || left + inner.width > raster.width || top + inner.height > raster.height) {
    throw new RangeError('The part wanted lies outside the raster.');
  }
  if (left === 0 && top === 0 && inner.width === raster.width && inner.height === raster.height) return raster;
  const even = evenValue(raster);
  if (even !== null) return evenRaster(inner.width, inner.height, raster.channels, even);
  const out = emptyRaster(inner.width, inner.height, raster.channels);
  const run = inner.width * raster.channels;
  for (let y = 0; y < inner.height; y++) {
    const from = ((top + y) * raster.width + left) * raster.channels;
    out.data.set(raster.data.subarray(from, from + run), y * run);
  }
  return out;
}

/** Lays a part where it belongs. @param region where `out` lies, and @param at where the part does: px */
export function put(out: Raster, region: Region, part: Raster, at: Region): void {
  const { channels } = out;
  for (let y = 0; y < at.height; y++)
    out.data.set(
      part.data.subarray(y * at.width * channels, (y + 1) * at.width * channels),
      ((y + at.y - region.y) * region.width + at.x - region.x) * channels,
    );
}

/**
 * Changes a part of a raster, in place. @param lying where the raster lies, and @param box the part, which lies within it: px
 * @param change gets the part by itself and changes it in place
 */
export function changeIn(raster: Raster, lying: Region, box: Region, change: (part: Raster) => void): void {
  const part = crop(raster, lying, box);
  change(part);
  if (part !== raster) put(raster, lying, part, box);
}

export const copyOf = (raster: Raster): Raster => ({ ...raster, data: raster.data.slice() });

/**
 * Makes px opaque, in place, that are more than a trace: what was thinned at a border is whole again. @param trace
 * alpha up to which a px stays as it is
 */
export function madeOpaque(raster: Raster, trace: number): Raster {
  const { data } = raster;
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3];
    if (alpha <= trace || alpha >= 1) continue;
    for (let c = 0; c < 3; c++) data[at + c] = Math.min(1, data[at + c] / alpha);
    data[at + 3] = 1;
  }
  return raster;
}

/** Whether a raster of one channel has one value everywhere. */
export function isEven(raster: Raster): boolean {
  if (evenValue(raster) !== null) return true;
  const { data } = raster;
  const [first] = data;
  for (let i = 1; i < data.length; i++) if (data[i] !== first) return false;
  return true;
}
