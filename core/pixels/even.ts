import type { Raster } from './raster';

/** So many floats share one memory; what is larger has its own. */
const mostFloats = 4 << 20;

/** One memory for all rasters of one value, made when it is first asked for. */
const shared = new Map<0 | 1, Float32Array<ArrayBuffer>>();
const ofShared = new WeakMap<ArrayBufferLike, 0 | 1>();

function memoryOf(value: 0 | 1): Float32Array<ArrayBuffer> {
  const known = shared.get(value);
  if (known) return known;
  const made = new Float32Array(value === 0 ? mostFloats : mostFloats / 4);
  if (value !== 0) made.fill(value);
  shared.set(value, made);
  ofShared.set(made.buffer, value);
  return made;
}

/**
 * A raster that has one value everywhere: 0, or, with one channel, 1. Its memory is shared with all others of that value, so it is
 * never to be changed; `evenValue` knows it without looking at a px.
 */
export function evenRaster(width: number, height: number, channels: 1 | 4, value: 0 | 1): Raster {
  const memory = memoryOf(value);
  const size = width * height * channels;
  if (size <= memory.length) return { width, height, channels, data: memory.subarray(0, size) };
  return { width, height, channels, data: value === 0 ? new Float32Array(size) : new Float32Array(size).fill(value) };
}

/** The one value of a raster that is known to have no other; null: it may have any. */
export const evenValue = ({ data }: Raster): 0 | 1 | null => ofShared.get(data.buffer) ?? null;

/** True where a raster is known to have nothing in it; false says nothing. */
export const isBlank = (raster: Raster): boolean => evenValue(raster) === 0;

/** The same px, from the shared memory where they are all nothing, or all whole in one channel. */
export function evened(raster: Raster): Raster {
  const { data, width, height, channels } = raster;
  if (evenValue(raster) !== null || data.length === 0) return raster;
  const [first] = data;
  if (first !== 0 && (first !== 1 || channels !== 1)) return raster;
  const length = data.length;
  for (let i = 1; i < length; i++) if (data[i] !== first) return raster;
  return evenRaster(width, height, channels, first);
}
