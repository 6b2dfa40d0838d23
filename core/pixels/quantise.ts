import type { Raster } from './raster';

/**
 * A fixed threshold for each pixel of the sheet, 0..1 without the ends (interleaved gradient noise, Jimenez 2014).
 * It depends on the place only, so a tile of the screen and the exported file dither alike.
 */
export function threshold(x: number, y: number): number {
  const noise = (52.9829189 * ((0.06711056 * x + 0.00583715 * y) % 1)) % 1;
  return 0.01 + 0.98 * (noise < 0 ? noise + 1 : noise);
}

/**
 * Premultiplied RGBA floats to 8-bit straight RGBA, dithered; a value that is exactly n/255 stays n.
 * @param left, @param top place of the raster's first pixel on the sheet at this scale, in px.
 */
export function toBytes(raster: Raster, left: number, top: number): Uint8ClampedArray<ArrayBuffer> {
  const { width, height, data } = raster;
  const bytes = new Uint8ClampedArray(width * height * 4);
  let at = 0;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at += 4) {
      const alpha = data[at + 3];
      if (alpha <= 0) continue;
      const dither = threshold(left + x, top + y);
      const gain = alpha >= 1 ? 255 : 255 / alpha;
      bytes[at] = Math.floor(data[at] * gain + dither);
      bytes[at + 1] = Math.floor(data[at + 1] * gain + dither);
      bytes[at + 2] = Math.floor(data[at + 2] * gain + dither);
      bytes[at + 3] = alpha >= 1 ? 255 : Math.floor(alpha * 255 + dither);
    }
  }
  return bytes;
}
