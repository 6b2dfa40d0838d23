import type { Point } from '../shape/affine';
import type { Planes } from './planes';

/** Where a photograph lies: sheet px = its own px * scale + (x, y); and how large it is, px. */
export interface PlacedPhotograph {
  scale: number;
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Where a photograph begins on the sheet, and how large its px are there. */
export type PhotographPlacing = Pick<PlacedPhotograph, 'scale' | 'x' | 'y'>;

/** Where a place of a photograph, its own px, lies on the sheet. */
export const onSheet = ([px, py]: Point, { scale, x, y }: PhotographPlacing): [number, number] => [
  px * scale + x,
  py * scale + y,
];

/** Where lines of a photograph meet, as it lies on the sheet: sheet px. Those that are only a direction are left out. */
export const vanishingOnSheet = (found: Planes | null | undefined, plate: PhotographPlacing): [number, number][] =>
  (found?.vanishing ?? []).flatMap(({ place }) => (place ? [onSheet(place, plate)] : []));
