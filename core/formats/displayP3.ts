import { emptyRaster, type Raster } from '../pixels/raster';
import { decodeWide, encode } from '../pixels/transfer';
import { between, rgbSpaces } from '../press/rgbSpaces';

const [[a, b, c], [d, e, f], [g, h, i]] = between(rgbSpaces.srgb, rgbSpaces['display-p3']);

/**
 * A picture in Display P3: what lies beyond sRGB is seen as far as that reaches, what lies beyond it is clamped.
 * @param raster premultiplied, encoded sRGB, beyond 0..1 where its colours are
 */
export function inDisplayP3({ width, height, data }: Raster): Raster {
  const out = emptyRaster(width, height, 4);
  for (let at = 0; at < data.length; at += 4) {
    const alpha = data[at + 3];
    if (alpha <= 0) continue;
    const [red, green, blue] = [
      decodeWide(data[at] / alpha),
      decodeWide(data[at + 1] / alpha),
      decodeWide(data[at + 2] / alpha),
    ];
    out.data[at] = encode(a * red + b * green + c * blue) * alpha;
    out.data[at + 1] = encode(d * red + e * green + f * blue) * alpha;
    out.data[at + 2] = encode(g * red + h * green + i * blue) * alpha;
    out.data[at + 3] = alpha;
  }
  return out;
}
