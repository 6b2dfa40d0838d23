import { lettersOffSheet } from '../../../../core/passes/stance/gauge';
import type { Bench } from '../../benchContext';

/** Letters that leave the sheet, in any lettering. */
export function warning({ piece, lettersOf }: Bench): string | null {
  const off = piece.letterings.flatMap((lettering) => {
    const letters = lettersOf(lettering);
    return letters ? lettersOffSheet(letters, piece.sheet) : [];
  });
  return off.length > 0 ? `${off.map(({ text }) => text).join(' ')} reaches over the sheet’s edge.` : null;
}
