import { lettersToSvg } from '../../../../core/passes/words/outlines';
import type { Bench } from '../../benchContext';
import { inkColour } from '../../inkColour';
import { saveText } from '../../saveFile';

/** Saves the letters of a lettering as they stand on the sheet. */
export function saveOutlines({ letters, lettering, piece }: Bench): void {
  if (!letters || !lettering) return;
  const name =
    lettering.words.text
      .split('\n')[0]
      .slice(0, 40)
      .replace(/[^\p{L}\p{N} _-]+/gu, '') || 'letters';
  saveText(lettersToSvg(letters, piece.sheet, inkColour(lettering)), `${name}.svg`, 'image/svg+xml');
}
