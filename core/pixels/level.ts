import type { Region } from './region';

/** Interleaved bytes of one level. */
export interface Level {
  width: number;
  height: number;
  channels: 1 | 3 | 4;
  bytes: Uint8Array;
}

/**
 * The part of px that lies in a region within them.
 * @param bytes a row after the other @param width of all, px @param each bytes for each px
 */
export function partOfBytes(
  bytes: Uint8Array | Uint8ClampedArray,
  width: number,
  part: Region,
  each = 1,
): Uint8Array<ArrayBuffer> {
  const run = part.width * each;
  const out = new Uint8Array(run * part.height);
  for (let y = 0; y < part.height; y++) {
    const from = ((part.y + y) * width + part.x) * each;
    out.set(bytes.subarray(from, from + run), y * run);
  }
  return out;
}
