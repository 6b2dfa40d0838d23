import { blend, type BlendMode } from '../kernels/blend';
import { fromLight, toLight } from '../kernels/colour';
import { atopInLight } from '../kernels/coverage';
import { leftFree } from '../pixels/leftFree';
import { copyOf, crop, emptyRaster, put, type Raster } from '../pixels/raster';
import { boxWhere } from '../pixels/boxWhere';
import type { Region } from '../pixels/region';
import type { SceneItem } from './items';

/** An item with its pixels. */
export interface LaidItem extends Pick<SceneItem, 'strength' | 'place' | 'mode' | 'mixing' | 'isRepeated'> {
  ink: Raster;
  /** What lies over it, in the order in which it is laid. */
  veils: readonly { front: Raster; matte: Raster }[];
  /** The same for neighbours that lie on one layer: the same veils lie over them. */
  layer: number;
}

/**
 * Lays letters and what comes with them on what is there, from far to near. Neighbours with the same veils over them
 * come on one
 * layer, and the veils once over all of it; so a veil with nothing behind it changes nothing.
 * @param out changed in place, premultiplied encoded RGBA
 * @param sheet the bare sheet, where any item is a hole down to it
 */
export function layLetters(out: Raster, items: readonly LaidItem[], sheet: Raster | null): void {
  let gathered: Raster | null = null;
  items.forEach((item, i) => {
    const { strength, veils, place, mode, mixing } = item;
    const own: Raster =
      strength === 1 ? item.ink : { ...item.ink, data: item.ink.data.map((value) => value * strength) };
    const mattes = veils.map(({ matte }) => matte);
    if (place === 'hole') return cutHole(out, own, mattes, sheet!);
    if (place === 'beforeVeils') return mixInto(out, item.isRepeated ? beforeVeils(own, mattes) : own, mode, mixing);
    const isPlain = mode === 'normal' && mixing === 'encoded';
    const mixed = isPlain ? own : mixedWith(own, out, gathered, mode, mixing);
    if (gathered) blend(gathered, mixed);
    else gathered = copyOf(mixed);
    if (joinsNext(item, items[i + 1])) return;
    for (const { front, matte } of veils) atopInLight(gathered, front, matte);
    blend(out, gathered);
    gathered = null;
  });
}

/** True where the next item comes on the same layer. */
const joinsNext = ({ layer }: LaidItem, next: LaidItem | undefined): boolean => next?.layer === layer;

/** Lays one picture on another: in encoded values, or in linear light. */
function mixInto(below: Raster, own: Raster, mode: BlendMode, mixing: LaidItem['mixing']): void {
  if (mixing === 'encoded') return blend(below, own, mode);
  const light = toLight(below);
  blend(light, toLight(own), mode);
  const { data } = fromLight(light);
  // Where nothing is laid on, what is there stays as it is, to the bit.
  for (let at = 0; at < data.length; at += 4)
    if (own.data[at + 3] > 0) for (let c = 0; c < 4; c++) below.data[at + c] = data[at + c];
}

/** The smallest box around all that is painted; null where nothing is. */
const paintedBox = ({ width, height, data }: Raster): Region | null =>
  boxWhere({ x: 0, y: 0, width, height }, (i) => data[4 * i + 3] > 0);

/**
 * A layer whose colours are mixed with those below it already, so that it can be laid on by source-over: the standard's
 * formula
 * without the part of the backdrop (W3C Compositing and Blending Level 1, section 5). Worked out only where something is
 * painted; elsewhere nothing is.
 */
function mixedWith(
  own: Raster,
  below: Raster,
  between: Raster | null,
  mode: BlendMode,
  mixing: LaidItem['mixing'],
): Raster {
  const box = paintedBox(own);
  if (!box) return own;
  const whole = { x: 0, y: 0, width: own.width, height: own.height };
  const part = crop(own, whole, box);
  const backdrop = copyOf(crop(below, whole, box));
  if (between) blend(backdrop, crop(between, whole, box));
  const mixed = copyOf(backdrop);
  mixInto(mixed, part, mode, mixing);
  for (let at = 0; at < part.data.length; at += 4) {
    const alpha = part.data[at + 3];
    for (let c = 0; c < 3; c++) mixed.data[at + c] -= (1 - alpha) * backdrop.data[at + c];
    mixed.data[at + 3] = alpha;
  }
  const out = emptyRaster(own.width, own.height, 4);
  put(out, whole, mixed, box);
  return out;
}

/**
 * What must be laid over veils of something that lies below them too, so that it is seen as strong as it is: where no
 * veil lies, nothing.
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
