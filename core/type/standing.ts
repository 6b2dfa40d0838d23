import type { Region } from '../pixels/region';
import { placedBounds, sizeOf } from '../shape/affine';
import type { Letters } from './letters';

/** The upright box of a lettering's ink on the sheet, px; null without ink. */
export function standingBox(letters: Letters): Region | null {
  return letters.ink && placedBounds(letters.place, letters.ink);
}

/** The letter size as it stands, sheet px. */
export const standingEm = ({ size, place }: Pick<Letters, 'size' | 'place'>): number => size * sizeOf(place);

/** The middle of that box; null without ink. */
export function middleOfStanding(letters: Letters): [number, number] | null {
  const box = standingBox(letters);
  return box && [box.x + box.width / 2, box.y + box.height / 2];
}
