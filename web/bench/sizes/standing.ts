import { safePart } from '../../../core/arranging/candidates';
import { grow, isWithin } from '../../../core/pixels/region';
import { quotedName } from '../../../core/piece/names';
import type { Piece } from '../../../core/piece/schema';
import type { PieceSize } from '../../../core/piece/sizeSchema';
import { pieceAt } from '../../../core/sizes/pieceAt';
import { seenPiece } from '../../../core/sizes/seen';
import { standingBox } from '../../../core/type/standing';
import type { Bench } from '../benchContext';

/** Words that reach over the sheet's edge or out of its safe part, as sentences. */
export function standingProblems(whole: Piece, size: PieceSize | null, lettersOf: Bench['lettersOf']): string[] {
  const { sheet, letterings } = seenPiece(pieceAt(whole, size?.id ?? null));
  const safe = safePart(sheet, size?.safe ?? [0, 0, 0, 0]);
  return letterings.flatMap((lettering) => {
    const letters = lettersOf(lettering);
    const box = letters && standingBox(letters);
    if (!box) return [];
    const name = quotedName(lettering);
    if (!isWithin(box, grow({ x: 0, y: 0, width: sheet.width, height: sheet.height }, 1)))
      return [`${name} is cut off by the sheet.`];
    return isWithin(box, grow(safe, 1)) ? [] : [`${name} reaches out of the safe area.`];
  });
}
