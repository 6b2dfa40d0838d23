import type { Bench } from '../../benchContext';
import { thinnestPrinted } from '../../../../core/piece/print';
import { widthInMillimetres } from './widths';

/** Outlines too thin to be printed. */
export function warning({ lettering, letters, piece }: Bench): string | null {
  if (!lettering || !letters) return null;
  const isThin = lettering.outlines.list.some(
    (outline) => outline.width > 0 && widthInMillimetres(outline, letters, piece.sheet.ppi) < thinnestPrinted,
  );
  return isThin ? 'An outline is too thin to be printed.' : null;
}
