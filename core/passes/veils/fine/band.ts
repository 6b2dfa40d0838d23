import type { Region } from '../../../pixels/region';
import { drawMarks } from '../scribble/marks';
import type { Cut, EdgeBand } from '../schema';

/**
 * What the marks of a veil's scribble cuts say of each px; null where there are none. @param factor plate px for each
 * px
 */
export function marksOf(cuts: readonly Cut[], factor: number, lying: Region): Uint8Array | null {
  const marks = cuts.flatMap((cut) => (cut.kind === 'scribble' && cut.operation === 'add' ? cut.marks : []));
  return marks.length > 0 ? drawMarks(marks, factor, lying) : null;
}

/**
 * The px whose matte is to be solved: what was painted, and a strip along the border of the cut.
 * @param cut 0..255
 * @param lying where the cut lies on the plate; its px are plate px
 */
export function bandOf({ band, reach }: Pick<EdgeBand, 'band' | 'reach'>, cut: Uint8Array, lying: Region): Uint8Array {
  const out = drawMarks(
    band.map((line) => ({ ...line, side: 'front' as const })),
    1,
    lying,
  );
  if (reach > 0) addStrip(out, cut, lying, reach);
  return out;
}

function addStrip(band: Uint8Array, cut: Uint8Array, { width, height }: Region, reach: number): void {
  const distance = borderDistance(cut, width, height);
  const limit = reach * distanceUnit;
  for (let i = 0; i < band.length; i++) if (distance[i] <= limit) band[i] = 1;
}

/** Steps of `borderDistance` in a px. */
export const distanceUnit = 3;

/**
 * How far each px lies from the border of a cut, in thirds of a px: two passes of a chamfer distance (Borgefors 1986),
 * weights 3 and 4.
 * @param cut 0..255; every px between lies on the border
 */
export function borderDistance(cut: Uint8Array, width: number, height: number): Uint16Array {
  const far = 60000;
  const distance = new Uint16Array(cut.length).fill(far);
  const isFront = (i: number): boolean => cut[i] >= 128;
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const own = isFront(i);
      if (
        (cut[i] > 0 && cut[i] < 255) ||
        (x < width - 1 && isFront(i + 1) !== own) ||
        (y < height - 1 && isFront(i + width) !== own)
      ) {
        distance[i] = 0;
        if (x < width - 1 && isFront(i + 1) !== own) distance[i + 1] = 0;
        if (y < height - 1 && isFront(i + width) !== own) distance[i + width] = 0;
      }
    }
  }
  const nearer = (i: number, j: number, step: number): void => {
    if (distance[j] + step < distance[i]) distance[i] = distance[j] + step;
  };
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (x > 0) nearer(i, i - 1, 3);
      if (y === 0) continue;
      nearer(i, i - width, 3);
      if (x > 0) nearer(i, i - width - 1, 4);
      if (x < width - 1) nearer(i, i - width + 1, 4);
    }
  }
  for (let y = height - 1, i = cut.length - 1; y >= 0; y--) {
    for (let x = width - 1; x >= 0; x--, i--) {
      if (x < width - 1) nearer(i, i + 1, 3);
      if (y === height - 1) continue;
      nearer(i, i + width, 3);
      if (x < width - 1) nearer(i, i + width + 1, 4);
      if (x > 0) nearer(i, i + width - 1, 4);
    }
  }
  return distance;
}
