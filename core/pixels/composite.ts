import { decode, encode } from './transfer';
import type { Raster } from './raster';

/** Porter-Duff source-over on encoded premultiplied RGBA: `below` is changed in place. Sizes must agree. */
export function over(below: Raster, above: Raster): void {
  const to = below.data;
  const from = above.data;
  for (let i = 0; i < to.length; i += 4) {
    const alpha = from[i + 3];
    if (alpha <= 0) continue;
    const rest = 1 - alpha;
    to[i] = from[i] + to[i] * rest;
    to[i + 1] = from[i + 1] + to[i + 1] * rest;
    to[i + 2] = from[i + 2] + to[i + 2] * rest;
    to[i + 3] = alpha + to[i + 3] * rest;
  }
}

/**
 * Lays a veil on the letters only (Porter-Duff source-atop), mixed in linear light as a lens mixes:
 * `colour = M F + (1 - M) colour`, the letters' own coverage unchanged. The bare photograph is never touched,
 * so a veil without letters behind it changes nothing.
 * @param letters premultiplied encoded RGBA, changed in place
 * @param front straight encoded RGBA of the veil's own colour F
 * @param matte M, one channel, linear 0..1
 */
export function atopInLight(letters: Raster, front: Raster, matte: Raster): void {
  const to = letters.data;
  const from = front.data;
  for (let i = 0, m = 0; i < to.length; i += 4, m++) {
    const cover = matte.data[m];
    const alpha = to[i + 3];
    if (cover <= 0 || alpha <= 0) continue;
    if (cover >= 1) {
      to[i] = from[i] * alpha;
      to[i + 1] = from[i + 1] * alpha;
      to[i + 2] = from[i + 2] * alpha;
      continue;
    }
    for (let c = 0; c < 3; c++) {
      const letter = decode(to[i + c] / alpha);
      to[i + c] = encode(letter + (decode(from[i + c]) - letter) * cover) * alpha;
    }
  }
}

/** Multiplies every channel, alpha with them: a weaker layer. Changed in place. */
export function fade(layer: Raster, strength: number): void {
  if (strength === 1) return;
  for (let i = 0; i < layer.data.length; i++) layer.data[i] *= strength;
}
