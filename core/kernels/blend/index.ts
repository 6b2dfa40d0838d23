import { changeIn, type Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';
import { machine } from '../machine';
import { blendModes, type BlendMode } from './modes';
import { blendReference } from './reference';

export { blendModes, type BlendMode } from './modes';

/** Pixels that are worked on at a time: both layers stay in the cache. */
const batch = 8192;

/**
 * Lays a layer over another by Porter-Duff source-over with a blend mode (W3C Compositing and Blending Level 1).
 * @param below premultiplied encoded RGBA, changed in place
 * @param above premultiplied encoded RGBA of the same size
 * @throws RangeError when sizes differ
 */
export function blend(below: Raster, above: Raster, mode: BlendMode = 'normal'): void {
  if (below.data.length !== above.data.length || below.channels !== 4)
    throw new RangeError('Layers that are blended must have the same size and four channels.');
  const compiled = machine();
  if (!compiled) return blendReference(below, above, mode);
  const { calls, arena } = compiled;
  const source = arena.takeFloats(batch * 4);
  const back = arena.takeFloats(batch * 4);
  const number = blendModes.indexOf(mode);
  for (let at = 0; at < below.data.length; at += batch * 4) {
    const part = below.data.subarray(at, at + batch * 4);
    arena.floats.set(above.data.subarray(at, at + part.length), source >> 2);
    arena.floats.set(part, back >> 2);
    calls.blend(number, source, back, part.length >> 2);
    part.set(arena.floats.subarray(back >> 2, (back >> 2) + part.length));
  }
}

/**
 * Lays a part where it belongs on a layer. @param below lies at `lying`, changed in place @param part lies at `box`, which lies within
 * `lying`; px
 */
export function blendIn(below: Raster, lying: Region, part: Raster, box: Region): void {
  changeIn(below, lying, box, (under) => blend(under, part));
}
