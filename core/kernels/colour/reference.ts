import { lightOfOklab } from '../../pixels/colour';
import { decode, decodeExact, encode } from '../../pixels/transfer';

/**
 * The plain reference implementations work on a run of premultiplied RGBA pixels, in place; as the kernel's functions
 * of the same name.
 */
export function decodePixels(data: Float32Array): void {
  convert(data, decode);
}

export function encodePixels(data: Float32Array): void {
  convert(data, encode);
}

function convert(data: Float32Array, change: (value: number) => number): void {
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3];
    if (alpha > 0) for (let c = at; c < at + 3; c++) data[c] = change(data[c] / alpha) * alpha;
  }
}

/** Oklab from linear sRGB (Ottosson 2020). */
export function oklabPixels(data: Float32Array): void {
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3];
    const [red, green, blue] = [0, 1, 2].map((c) =>
      alpha > 0 ? decodeExact(Math.min(1, Math.max(0, data[at + c] / alpha))) : 0,
    );
    const long = Math.cbrt(0.4122214708 * red + 0.5363325363 * green + 0.0514459929 * blue);
    const middle = Math.cbrt(0.2119034982 * red + 0.6806995451 * green + 0.1073969566 * blue);
    const short = Math.cbrt(0.0883024619 * red + 0.2817188376 * green + 0.6299787005 * blue);
    data[at] = 0.2104542553 * long + 0.793617785 * middle - 0.0040720468 * short;
    data[at + 1] = 1.9779984951 * long - 2.428592205 * middle + 0.4505937099 * short;
    data[at + 2] = 0.0259040371 * long + 0.7827717662 * middle - 0.808675766 * short;
  }
}

const turn = (value: number): number => Math.fround(value - Math.floor(value));

/** What columns and rows add to the phase of the dither, in turns. */
export const turnOfColumn = (x: number): number => turn(0.06711056 * x);
export const turnOfRow = (y: number): number => turn(0.00583715 * y);

const fround = Math.fround;

/**
 * A fixed threshold for each pixel of the sheet, -0.49 to 0.49 (interleaved gradient noise, Jimenez 2014).
 * It depends on the place only, so a tile of the screen and the exported file dither alike.
 */
export function threshold(x: number, y: number): number {
  const sum = fround(turnOfColumn(x) + turnOfRow(y));
  const noise = fround(fround(52.9829189) * fround(sum - Math.floor(sum)));
  return fround(fround(fround(0.98) * fround(noise - Math.floor(noise))) - fround(0.49));
}

/**
 * One row of premultiplied pixels to straight whole numbers up to `ceiling`, dithered. In single precision, as the
 * kernel counts.
 */
export function quantiseRow(
  row: Float32Array,
  out: Uint8ClampedArray | Uint16Array,
  left: number,
  top: number,
  ceiling: number,
): void {
  for (let at = 0; at < row.length; at += 4) {
    const alpha = Math.min(1, row[at + 3]);
    if (alpha <= 0) continue;
    const dither = threshold(left + at / 4, top);
    const gain = fround(ceiling / alpha);
    const kept = fround(fround(alpha * ceiling) / gain);
    for (let c = 0; c < 4; c++) {
      const value = fround(fround((c === 3 ? kept : row[at + c]) * gain) + dither);
      out[at + c] = fround(Math.min(ceiling, Math.max(0, value)) + 8388608) - 8388608;
    }
  }
}

const beyond = 2e-4;
const isShown = (light: readonly number[]): boolean => light.every((one) => one >= -beyond && one <= 1 + beyond);

/** @see shownInPlace */
export function shownPixels(data: Float32Array): void {
  const light: [number, number, number] = [0, 0, 0];
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3];
    const [l, a, b] = [Math.min(1, Math.max(0, data[at])), data[at + 1], data[at + 2]];
    let [low, high] = [0, 1];
    lightOfOklab(l, a, b, light);
    if (isShown(light)) low = 1;
    else
      for (let i = 0; i < 10; i++) {
        const middle = (low + high) / 2;
        lightOfOklab(l, a * middle, b * middle, light);
        if (isShown(light)) low = middle;
        else high = middle;
      }
    lightOfOklab(l, a * low, b * low, light);
    for (let c = 0; c < 3; c++) data[at + c] = alpha > 0 ? encode(light[c]) * alpha : 0;
  }
}
