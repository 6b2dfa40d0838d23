import { copyOf, emptyRaster, type Raster } from '../../pixels/raster';
import { fromLight, toLight } from '../colour';
import { machine } from '../machine';
import { blendModes, type BlendMode } from './modes';
import { blendReference } from './reference';

/** Pixels that are worked on at a time: all of it stays in the cache. */
const batch = 4096;

/**
 * A layer whose colours are mixed with those below it already, so that it can be laid on by source-over: the standard's formula
 * without the part of the backdrop (W3C Compositing and Blending Level 1, section 5). Where nothing is painted, nothing is.
 * @param above, @param below premultiplied encoded RGBA of the same size
 * @param between what lies between the two, of the same size; null: nothing
 * @param inLight mixed in linear light
 */
export function mixed(above: Raster, below: Raster, between: Raster | null, mode: BlendMode, inLight: boolean): Raster {
  if (below.data.length !== above.data.length || below.channels !== 4)
    throw new RangeError('Layers that are mixed must have the same size and four channels.');
  const compiled = machine();
  if (!compiled) return mixedReference(above, below, between, mode, inLight);
  const { calls, arena } = compiled;
  const [source, back, both] = [batch, batch, batch].map((count) => arena.takeFloats(count * 4));
  const number = blendModes.indexOf(mode);
  const out = emptyRaster(above.width, above.height, 4);
  for (let at = 0; at < out.data.length; at += batch * 4) {
    const part = above.data.subarray(at, at + batch * 4);
    const count = part.length >> 2;
    arena.floats.set(part, source >> 2);
    if (!calls.hasInk(source, count)) continue;
    arena.floats.set(below.data.subarray(at, at + part.length), back >> 2);
    if (between) {
      arena.floats.set(between.data.subarray(at, at + part.length), both >> 2);
      calls.blend(0, both, back, count);
    }
    arena.floats.copyWithin(both >> 2, back >> 2, (back >> 2) + part.length);
    if (inLight) {
      calls.decodePixels(source, count);
      calls.decodePixels(both, count);
    }
    calls.blend(number, source, both, count);
    if (inLight) calls.encodePixels(both, count);
    calls.lessBelow(source, back, both, count);
    out.data.set(arena.floats.subarray(both >> 2, (both >> 2) + part.length), at);
  }
  return out;
}

function mixedReference(
  above: Raster,
  below: Raster,
  between: Raster | null,
  mode: BlendMode,
  inLight: boolean,
): Raster {
  const back = copyOf(below);
  if (between) blendReference(back, between, 'normal');
  let both = inLight ? toLight(back) : copyOf(back);
  blendReference(both, inLight ? toLight(above) : above, mode);
  if (inLight) both = fromLight(both);
  const out = emptyRaster(above.width, above.height, 4);
  for (let at = 0; at < out.data.length; at += 4) {
    const alpha = above.data[at + 3];
    if (alpha <= 0) continue;
    for (let c = 0; c < 3; c++) out.data[at + c] = both.data[at + c] - (1 - alpha) * back.data[at + c];
    out.data[at + 3] = alpha;
  }
  return out;
}
