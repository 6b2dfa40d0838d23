import { placedBounds } from '../../shape/affine';
import { caretReach } from '../../type/caret';
import type { Letter, Letters } from '../../type/letters';

/** The letters that reach beyond the sheet. */
export function lettersOffSheet(letters: Letters, sheet: { width: number; height: number }): Letter[] {
  return letters.letters.filter((letter) => {
    const box = letter.bounds && placedBounds(letters.place, letter.bounds);
    return (
      box &&
      (box.x < -0.5 || box.y < -0.5 || box.x + box.width > sheet.width + 0.5 || box.y + box.height > sheet.height + 0.5)
    );
  });
}

/** Height of the last baseline, lettering px; of a shape its lower edge. Null without ink. */
export function lastBaseline({ lines, capHeight, ink }: Letters): number | null {
  const caret = lines.at(-1)?.carets[0];
  return caret ? caret.foot[1] - capHeight * caretReach : ink && ink.y + ink.height;
}
