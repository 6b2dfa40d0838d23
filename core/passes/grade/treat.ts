import { toOklab } from '../../kernels/colour';
import { oklabToEncoded, readColour } from '../../pixels/colour';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { decode, encode } from '../../pixels/transfer';
import type { Grade } from './schema';

/** True where a grade changes nothing but what a blur does. */
const keepsTone = ({ light, hue, saturation, invert, subtract }: Grade): boolean =>
  light === 0 && hue === 0 && saturation === 1 && !invert && subtract === null;

/**
 * The tone and colour of a grade, px by px, everywhere.
 * @param raster premultiplied encoded RGBA; not changed
 */
export function treatTone(raster: Raster, grade: Grade): Raster {
  if (keepsTone(grade)) return raster;
  const lit = lighten(raster, grade.light);
  const turned = grade.hue !== 0 || grade.saturation !== 1 ? turnColour(lit, grade) : lit;
  const out = turned === raster ? { ...raster, data: raster.data.slice() } : turned;
  const minus = grade.subtract ? readColour(grade.subtract) : [0, 0, 0];
  for (let at = 0; at < out.data.length; at += 4) {
    const alpha = out.data[at + 3];
    for (let c = 0; c < 3; c++) {
      const value = grade.invert ? alpha - out.data[at + c] : out.data[at + c];
      out.data[at + c] = Math.max(0, value - minus[c] * alpha);
    }
  }
  return out;
}

/** More or less light, as an exposure: `2 ** stops` times, at most white. */
function lighten(raster: Raster, stops: number): Raster {
  if (stops === 0) return raster;
  const factor = 2 ** stops;
  const out = emptyRaster(raster.width, raster.height, 4);
  for (let at = 0; at < out.data.length; at += 4) {
    const alpha = raster.data[at + 3];
    out.data[at + 3] = alpha;
    if (alpha > 0)
      for (let c = 0; c < 3; c++)
        out.data[at + c] = encode(Math.min(1, decode(raster.data[at + c] / alpha) * factor)) * alpha;
  }
  return out;
}

/** Hue and chroma in Oklab, so that lightness stays (Ottosson 2020). Alpha stays. */
function turnColour(raster: Raster, { hue, saturation }: Grade): Raster {
  const lab = toOklab(raster);
  const [cos, sin] = [Math.cos((hue * Math.PI) / 180) * saturation, Math.sin((hue * Math.PI) / 180) * saturation];
  for (let at = 0; at < lab.data.length; at += 4) {
    const [l, a, b, alpha] = [lab.data[at], lab.data[at + 1], lab.data[at + 2], lab.data[at + 3]];
    const colour = oklabToEncoded(l, a * cos - b * sin, a * sin + b * cos);
    for (let c = 0; c < 3; c++) lab.data[at + c] = colour[c] * alpha;
  }
  return lab;
}
