import { blend, type BlendMode } from '../kernels/blend';
import { atopInLight } from '../kernels/coverage';
import { copyOf, type Raster } from '../pixels/raster';
import type { SceneItem } from './items';

/**
 * Lays letters and what comes with them on what is there, from far to near. Neighbours with the same veils over them come on one
 * layer, and the veils once over all of it; so a veil with nothing behind it changes nothing.
 * @param out changed in place, premultiplied encoded RGBA
 * @param inputs the pixels of each item, then front colour and matte of each veil over it
 * @param bare paints the sheet by itself
 */
export function layLetters(
  out: Raster,
  items: readonly SceneItem[],
  inputs: readonly Raster[],
  bare: () => Raster,
): void {
  let layer: Raster | null = null;
  let next = 0;
  items.forEach((item, i) => {
    const { strength, over, kind, mode } = item;
    const ink = inputs[next++];
    const own: Raster = strength === 1 ? ink : { ...ink, data: ink.data.map((value) => value * strength) };
    const veils = over.map((_, k) => ({ front: inputs[next + 2 * k], matte: inputs[next + 2 * k + 1] }));
    next += 2 * over.length;
    const mattes = veils.map(({ matte }) => matte);
    if (kind === 'hole') return cutHole(out, own, mattes, bare());
    if (kind === 'front') return blend(out, item.isRepeated ? beforeVeils(own, mattes) : own, mode);
    const mixed = mode === 'normal' ? own : mixedWith(own, out, layer, mode);
    if (layer) blend(layer, mixed);
    else layer = copyOf(mixed);
    if (sharesVeils(item, items[i + 1])) return;
    for (const { front, matte } of veils) atopInLight(layer, front, matte);
    blend(out, layer);
    layer = null;
  });
}

/** True where the next item comes on the same layer. */
function sharesVeils({ over }: SceneItem, next: SceneItem | undefined): boolean {
  if (!next || next.kind === 'hole' || next.kind === 'front') return false;
  return next.over.length === over.length && next.over.every(({ matte }, k) => matte.key === over[k].matte.key);
}

/**
 * A layer whose colours are mixed with those below it already, so that it can be laid on by source-over: the standard's formula
 * without the part of the backdrop (W3C Compositing and Blending Level 1, section 5).
 */
function mixedWith(own: Raster, below: Raster, between: Raster | null, mode: BlendMode): Raster {
  const backdrop = copyOf(below);
  if (between) blend(backdrop, between);
  const mixed = copyOf(backdrop);
  blend(mixed, own, mode);
  for (let at = 0; at < own.data.length; at += 4) {
    const alpha = own.data[at + 3];
    for (let c = 0; c < 3; c++) mixed.data[at + c] -= (1 - alpha) * backdrop.data[at + c];
    mixed.data[at + 3] = alpha;
  }
  return mixed;
}

/** How much of each px all veils together leave free. */
function leftFree(mattes: readonly Raster[], length: number): Float32Array {
  const free = new Float32Array(length).fill(1);
  for (const { data } of mattes) for (let i = 0; i < length; i++) free[i] *= 1 - data[i];
  return free;
}

/**
 * What must be laid over veils of something that lies below them too, so that it is seen as strong as it is: where no veil lies, nothing.
 * Of a coverage b below and x above a veil M, b (1 - M)(1 - x) + x is seen, which is b for x = b M / (1 - b (1 - M)).
 */
function beforeVeils(own: Raster, mattes: readonly Raster[]): Raster {
  const free = leftFree(mattes, own.data.length / 4);
  const out = copyOf(own);
  for (let i = 0, at = 0; i < free.length; i++, at += 4) {
    const alpha = own.data[at + 3];
    const veiled = 1 - free[i];
    const factor = alpha <= 0 || veiled <= 0 ? 0 : veiled / (1 - alpha * free[i]);
    for (let c = 0; c < 4; c++) out.data[at + c] *= factor;
  }
  return out;
}

/** Takes away all that lies on the sheet, but for veils. */
function cutHole(out: Raster, hole: Raster, mattes: readonly Raster[], sheet: Raster): void {
  const free = leftFree(mattes, hole.data.length / 4);
  for (let i = 0, at = 0; i < free.length; i++, at += 4) {
    const share = hole.data[at + 3] * free[i];
    if (share <= 0) continue;
    for (let c = 0; c < 4; c++) out.data[at + c] = out.data[at + c] * (1 - share) + sheet.data[at + c] * share;
  }
}
