import { blend, type BlendMode } from '../kernels/blend';
import { mixed } from '../kernels/blend/mixed';
import { atopInLight } from '../kernels/coverage';
import { leftFree } from '../pixels/leftFree';
import { copyOf, type Raster } from '../pixels/raster';
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
    if (place === 'beforeVeils') return layOn(out, item.isRepeated ? beforeVeils(own, mattes) : own, mode, mixing);
    const isPlain = mode === 'normal' && mixing === 'encoded';
    const isLast = !joinsNext(item, items[i + 1]);
    const ready = isPlain ? own : mixed(own, out, gathered, mode, mixing === 'linear');
    // What nothing lies over or beside needs no layer.
    if (isLast && !gathered && veils.length === 0) return blend(out, ready);
    if (gathered) blend(gathered, ready);
    else gathered = isPlain ? copyOf(ready) : ready;
    if (!isLast) return;
    for (const { front, matte } of veils) atopInLight(gathered, front, matte);
    blend(out, gathered);
    gathered = null;
  });
}

/** Lays one picture on another: in encoded values, or in linear light. Where nothing is laid on, what is there stays. */
function layOn(below: Raster, own: Raster, mode: BlendMode, mixing: LaidItem['mixing']): void {
  if (mixing === 'encoded') blend(below, own, mode);
  else blend(below, mixed(own, below, null, mode, true));
}

/** True where the next item comes on the same layer. */
const joinsNext = ({ layer }: LaidItem, next: LaidItem | undefined): boolean => next?.layer === layer;

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
