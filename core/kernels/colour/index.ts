import { copyOf, type Raster } from '../../pixels/raster';
import { machine, type KernelCalls } from '../machine';
import * as reference from './reference';

/** Pixels that are worked on at a time. */
const batch = 16384;

/** What is done to runs of px: compiled, and plainly. */
interface Conversion {
  kernel(calls: KernelCalls): (at: number, count: number) => number;
  plain(data: Float32Array): void;
}

const decoding: Conversion = { kernel: (calls) => calls.decodePixels, plain: reference.decodePixels };
const encoding: Conversion = { kernel: (calls) => calls.encodePixels, plain: reference.encodePixels };
const toLab: Conversion = { kernel: (calls) => calls.oklabPixels, plain: reference.oklabPixels };
const showing: Conversion = { kernel: (calls) => calls.shownPixels, plain: reference.shownPixels };

/** Premultiplied encoded sRGB to premultiplied linear light; error below 1e-6. A new raster. */
export const toLight = (raster: Raster): Raster => converted(copyOf(raster), decoding);

/** Premultiplied linear light to premultiplied encoded sRGB; error below 2e-5. A new raster. */
export const fromLight = (raster: Raster): Raster => converted(copyOf(raster), encoding);

/** Premultiplied encoded sRGB to Oklab (Ottosson 2020): L 0..1, a, b, straight, and alpha. A new raster. */
export const toOklab = (raster: Raster): Raster => converted(copyOf(raster), toLab);

/** As `toLight`, in place, for a raster that nobody else has. @returns the same raster */
export const decodedInPlace = (raster: Raster): Raster => converted(raster, decoding);

/** As `fromLight`, in place, for a raster that nobody else has. @returns the same raster */
export const encodedInPlace = (raster: Raster): Raster => converted(raster, encoding);

/**
 * Oklab (L, a, b straight, and alpha) to premultiplied encoded sRGB: of its chroma each px keeps as much as sRGB can show, its
 * lightness and hue stay. In place, for a raster that nobody else has. @returns the same raster
 */
export const shownInPlace = (raster: Raster): Raster => converted(raster, showing);

function converted(out: Raster, { kernel, plain }: Conversion): Raster {
  if (out.channels !== 4) throw new RangeError('Only pixels with four channels have a colour.');
  const compiled = machine();
  if (!compiled) {
    plain(out.data);
    return out;
  }
  const { calls, arena } = compiled;
  const at = arena.takeFloats(batch * 4);
  for (let start = 0; start < out.data.length; start += batch * 4) {
    const part = out.data.subarray(start, start + batch * 4);
    arena.floats.set(part, at >> 2);
    kernel(calls)(at, part.length >> 2);
    part.set(arena.floats.subarray(at >> 2, (at >> 2) + part.length));
  }
  return out;
}

/**
 * Premultiplied RGBA floats to 8-bit straight RGBA, dithered by the place of each px; a value that is exactly n/255
 * stays n.
 * @param left, @param top place of the raster's first pixel on the sheet at this scale, in px
 */
export function toBytes(raster: Raster, left: number, top: number): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(raster.width * raster.height * 4);
  quantise(raster, left, top, 255, out, (memory, at) => new Uint8Array(memory, at));
  return out;
}

/** As `toBytes`, in 16 bits. */
export function toWords(raster: Raster, left: number, top: number): Uint16Array<ArrayBuffer> {
  const out = new Uint16Array(raster.width * raster.height * 4);
  quantise(raster, left, top, 65535, out, (memory, at) => new Uint16Array(memory, at));
  return out;
}

function quantise(
  { width, height, data }: Raster,
  left: number,
  top: number,
  ceiling: number,
  out: Uint8ClampedArray | Uint16Array,
  view: (memory: ArrayBuffer, at: number) => Uint8Array | Uint16Array,
): void {
  const compiled = machine();
  const run = width * 4;
  if (!compiled) {
    for (let y = 0; y < height; y++)
      reference.quantiseRow(
        data.subarray(y * run, (y + 1) * run),
        out.subarray(y * run, (y + 1) * run),
        left,
        top + y,
        ceiling,
      );
    return;
  }
  const { calls, arena } = compiled;
  // The kernel reads and writes whole groups of four px.
  const from = arena.takeFloats(run + 16);
  const turns = arena.takeFloats(width + 4);
  const to = arena.take((run + 16) * 2);
  for (let x = 0; x < width; x++) arena.floats[(turns >> 2) + x] = reference.turnOfColumn(left + x);
  const whole = view(arena.bytes.buffer as ArrayBuffer, to);
  for (let y = 0; y < height; y++) {
    arena.floats.set(data.subarray(y * run, (y + 1) * run), from >> 2);
    calls.quantiseRow(from, to, width, turns, reference.turnOfRow(top + y), ceiling);
    out.set(whole.subarray(0, run), y * run);
  }
}
