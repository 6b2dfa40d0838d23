import type { Planes } from './planes';

/** Where a photograph lies: sheet px = its own px * scale + (x, y); and how large it is, px. */
export interface PlacedPhotograph {
  scale: number;
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Where lines of a photograph meet, as it lies on the sheet: sheet px. Those that are only a direction are left out. */
export const vanishingOnSheet = (
  found: Planes | null | undefined,
  { scale, x, y }: Pick<PlacedPhotograph, 'scale' | 'x' | 'y'>,
): [number, number][] =>
  (found?.vanishing ?? []).flatMap(({ place }) => (place ? [[place[0] * scale + x, place[1] * scale + y]] : []));
