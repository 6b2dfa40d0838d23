import type { Piece } from '../piece/schema';
import { readColour } from '../pixels/colour';

/** True where every px of the sheet is painted, so that no alpha needs saving. */
export function isOpaque({ sheet }: Pick<Piece, 'sheet'>): boolean {
  return sheet.paint !== null && readColour(sheet.paint)[3] === 1;
}
