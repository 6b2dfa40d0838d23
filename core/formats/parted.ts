import type { Evaluator } from '../graph/evaluate';
import { touches, type Request } from '../graph/node';
import { toBytes } from '../kernels/colour';
import type { Raster } from '../pixels/raster';
import { grow, outerPixels, scaleRegion, type Region } from '../pixels/region';

/** A picture that leaves in several parts, drawn together tile by tile. */
export interface PartedPicture {
  /** Each with its channels: 3 without alpha, 4 with it, straight. */
  parts: readonly { name: string; channels: 3 | 4; frame: Region }[];
  /** 8-bit px of the parts that reach a region, by name. */
  draw(request: Request, evaluator: Evaluator): Promise<ReadonlyMap<string, Uint8ClampedArray>>;
}

/** Where something on the sheet lies in output px, with room for soft edges, cut to a frame. */
export function frameAround(bounds: Region, scale: number, frame: Region): Region {
  const box = outerPixels(grow(scaleRegion(bounds, scale), 2));
  const [left, top] = [Math.max(box.x, frame.x), Math.max(box.y, frame.y)];
  const right = Math.min(box.x + box.width, frame.x + frame.width);
  const bottom = Math.min(box.y + box.height, frame.y + frame.height);
  return { x: left, y: top, width: Math.max(0, right - left), height: Math.max(0, bottom - top) };
}

/** Whether a region of output px meets another. */
export const meets = (region: Region, other: Region): boolean => touches(other, { region, scale: 1 });

/** 8-bit px as they are stored, RGBA. */
export const storedBytes = (raster: Raster, { x, y }: Region): Uint8ClampedArray => toBytes(raster, x, y);

/**
 * Where px of a picture are more than a little off what is there without them: 1; elsewhere 0. Px that are not opaque
 * cannot take the place of what lies below, and are left out.
 * @param wanted, @param there 8-bit RGBA
 * @param tolerance of 255, in any channel
 */
export function differing(wanted: Uint8ClampedArray, there: Uint8ClampedArray, tolerance: number): Uint8Array {
  const out = new Uint8Array(wanted.length / 4);
  for (let i = 0, at = 0; i < out.length; i++, at += 4) {
    if (wanted[at + 3] < 255) continue;
    for (let c = 0; c < 4; c++) if (Math.abs(wanted[at + c] - there[at + c]) > tolerance) out[i] = 1;
  }
  return out;
}

/** Marks grown by so many px to every side, within a square. */
export function grown(marks: Uint8Array, width: number, by: number): Uint8Array {
  const spreadAlong = (from: Uint8Array, step: number, length: number): Uint8Array => {
    const out = new Uint8Array(from.length);
    for (let i = 0; i < from.length; i++) {
      if (!from[i]) continue;
      const place = Math.floor(i / step) % length;
      const [first, last] = [Math.max(-by, -place), Math.min(by, length - 1 - place)];
      for (let k = first; k <= last; k++) out[i + k * step] = 1;
    }
    return out;
  };
  const height = marks.length / width;
  return spreadAlong(spreadAlong(marks, 1, width), width, height);
}

/**
 * Those px of a picture that are marked and opaque; elsewhere clear.
 * @param around px that are clear but have the picture's colours: readers that show a picture smaller mix them in
 * @returns null where no px is marked
 */
export function onlyMarked(
  wanted: Uint8ClampedArray,
  marks: Uint8Array,
  around: Uint8Array = marks,
): Uint8ClampedArray | null {
  if (!marks.includes(1)) return null;
  const out = new Uint8ClampedArray(wanted.length);
  for (let i = 0, at = 0; i < marks.length; i++, at += 4) {
    if (!around[i] || wanted[at + 3] < 255) continue;
    out.set(wanted.subarray(at, at + 3), at);
    out[at + 3] = marks[i] ? 255 : 0;
  }
  return out;
}
