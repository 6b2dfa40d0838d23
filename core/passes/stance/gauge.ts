import { placedBounds } from '../../shape/affine';
import type { Region } from '../../pixels/region';
import type { Letter, Letters } from '../pass';

/** The upright box of a lettering's ink on the sheet, px; null without ink. */
export function standingBox(letters: Letters): Region | null {
  return letters.ink && placedBounds(letters.place, letters.ink);
}

/** The letters that reach beyond the sheet. */
export function lettersOffSheet(letters: Letters, sheet: { width: number; height: number }): Letter[] {
  return letters.letters.filter((letter) => {
    const box = letter.bounds && placedBounds(letters.place, letter.bounds);
    return box && (box.x < -0.5 || box.y < -0.5 || box.x + box.width > sheet.width + 0.5 || box.y + box.height > sheet.height + 0.5);
  });
}
