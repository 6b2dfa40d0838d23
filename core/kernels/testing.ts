import { emptyRaster, type Raster } from '../pixels/raster';
import { preferReference } from './machine';

/** Numbers 0..1 that are the same for the same seed (mulberry32). */
export function random(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/** Noise: a matte, or premultiplied colours with every alpha, fully clear and fully opaque ones among them. */
export function noise(width: number, height: number, channels: 1 | 4, seed: number): Raster {
  const next = random(seed);
  const out = emptyRaster(width, height, channels);
  if (channels === 1) for (let i = 0; i < out.data.length; i++) out.data[i] = next();
  else {
    for (let at = 0; at < out.data.length; at += 4) {
      const alpha = Math.min(1, Math.max(0, next() * 1.4 - 0.2));
      for (let c = 0; c < 3; c++) out.data[at + c] = next() * alpha;
      out.data[at + 3] = alpha;
    }
  }
  return out;
}

/** What the plain reference implementations make of it, whichever way the rest is computed. */
export function byReference<Value>(work: () => Value): Value {
  preferReference(true);
  try {
    return work();
  } finally {
    preferReference(false);
  }
}

/**
 * The largest difference of two rasters of one form; NaN where one has it. @throws RangeError when their forms differ
 */
export function largestDifference(a: Raster, b: Raster): number {
  if (a.width !== b.width || a.height !== b.height || a.channels !== b.channels)
    throw new RangeError('These rasters differ in their form.');
  let most = 0;
  for (let i = 0; i < a.data.length; i++)
    if (!(Math.abs(a.data[i] - b.data[i]) <= most)) most = Math.abs(a.data[i] - b.data[i]);
  return most;
}
