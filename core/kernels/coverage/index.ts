import { emptyRaster, type Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';
import { machine } from '../machine';
import { vectors } from '../padded';
import * as reference from './reference';

/** Pixels that are worked on at a time. */
const batch = 8192;

/**
 * Joins one shape's coverage to others', in place: where letters touch, their areas add up, so that no seam shows.
 * @param whole, @param part one channel; they lie at `lying` and `box`, whole px; `box` is within `lying`
 */
export function joinCover(whole: Raster, lying: Region, part: Raster, box: Region): void {
  const compiled = machine();
  const width = vectors(box.width);
  const to = compiled ? compiled.arena.takeFloats(width) : 0;
  const from = compiled ? compiled.arena.takeFloats(width) : 0;
  for (let y = 0; y < box.height; y++) {
    const start = (box.y - lying.y + y) * whole.width + box.x - lying.x;
    const row = whole.data.subarray(start, start + box.width);
    const own = part.data.subarray(y * box.width, (y + 1) * box.width);
    if (!compiled) reference.join(row, own);
    else {
      const { calls, arena } = compiled;
      arena.floats.set(row, to >> 2);
      arena.floats.set(own, from >> 2);
      calls.join(to, from, width);
      row.set(arena.floats.subarray(to >> 2, (to >> 2) + box.width));
    }
  }
}

/**
 * One colour, as far as each px is covered.
 * @param cover one channel
 * @param colour premultiplied encoded RGBA
 */
export function tint(cover: Raster, colour: readonly [number, number, number, number]): Raster {
  const out = emptyRaster(cover.width, cover.height, 4);
  const compiled = machine();
  if (!compiled) {
    reference.tint(cover.data, colour, out.data);
    return out;
  }
  const { calls, arena } = compiled;
  const from = arena.takeFloats(batch);
  const to = arena.takeFloats(batch * 4);
  for (let start = 0; start < cover.data.length; start += batch) {
    const part = cover.data.subarray(start, start + batch);
    arena.floats.set(part, from >> 2);
    calls.tint(from, ...colour, to, part.length);
    out.data.set(arena.floats.subarray(to >> 2, (to >> 2) + part.length * 4), start * 4);
  }
  return out;
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
  const compiled = machine();
  if (!compiled) return reference.atopInLight(letters.data, front.data, matte.data);
  const { calls, arena } = compiled;
  const lettersAt = arena.takeFloats(batch * 4);
  const frontAt = arena.takeFloats(batch * 4);
  const matteAt = arena.takeFloats(batch);
  for (let start = 0; start < matte.data.length; start += batch) {
    const part = letters.data.subarray(start * 4, (start + batch) * 4);
    arena.floats.set(part, lettersAt >> 2);
    arena.floats.set(front.data.subarray(start * 4, (start + batch) * 4), frontAt >> 2);
    arena.floats.set(matte.data.subarray(start, start + batch), matteAt >> 2);
    calls.atopInLight(lettersAt, frontAt, matteAt, part.length >> 2);
    part.set(arena.floats.subarray(lettersAt >> 2, (lettersAt >> 2) + part.length));
  }
}
