import { fillingOf } from '../coats/filling';
import type { Coat } from '../coats/schema';
import type { Materials } from '../graph/materials';
import { contentKey, nowhere, type Needs, type Node } from '../graph/node';
import { blend } from '../kernels/blend';
import { readColour } from '../pixels/colour';
import { emptyRaster, fillWith } from '../pixels/raster';
import type { Size } from '../pixels/region';
import { noLetters } from '../type/letters';

/** What a sheet is made of. */
export interface SheetPaint extends Size {
  /** CSS colour; null for a transparent sheet. */
  paint: string | null;
  /** Laid over the paint, the first one lowest. */
  coats: readonly Coat[];
}

/** The bare sheet: its paint, and the coats on it. */
export function sheetNode({ width, height, paint, coats }: SheetPaint, materials: Materials): Node {
  const ground = paint === null ? null : readColour(paint);
  const coated = coatsNode({ width, height }, coats, materials);
  return {
    key: contentKey('sheet', paint, coated?.key),
    channels: 4,
    bounds: null,
    needs: ({ region }): Needs => (coated ? { coats: { node: coated, region } } : {}),
    compute({ region }, inputs) {
      const out = emptyRaster(region.width, region.height, 4);
      if (ground) {
        const [red, green, blue, alpha] = ground;
        fillWith(out, [red * alpha, green * alpha, blue * alpha, alpha]);
      }
      if (coated) blend(out, inputs.coats);
      return out;
    },
  };
}

/** Paints nowhere: below the sheet there is nothing. */
const nothing: Node = {
  key: 'nothing',
  channels: 4,
  bounds: nowhere,
  needs: () => ({}),
  compute: ({ region }) => emptyRaster(region.width, region.height, 4),
};

/** The coats that lie on the sheet's paint, without the paint; null where there are none. */
function coatsNode(sheet: Size, coats: readonly Coat[], materials: Materials): Node | null {
  if (coats.length === 0) return null;
  const box = { x: 0, y: 0, ...sheet };
  const plane = { ...noLetters, capHeight: Math.min(sheet.width, sheet.height), ink: box, flatInk: box };
  const own = coats.filter(({ kind }) => kind !== 'plate');
  const filling = fillingOf(own, plane, { materials, photo: nothing, below: nothing, bareSheet: nothing, sheet });
  const whole = { start: 0, text: '', line: 0, path: [], bounds: box, colour: null };
  return {
    key: contentKey('coats of the sheet', filling.key),
    channels: 4,
    bounds: box,
    needs: (request) => filling.needs(request),
    compute: (request, inputs) =>
      filling.paint({ letters: [whole], number: 0, boxes: { word: box, line: box, letter: box } }, request, inputs),
  };
}
