import { applyEdit } from '../piece/edits/edit';
import { removeItem } from '../piece/edits/items';
import type { Piece } from '../piece/schema';

const known = new WeakMap<Piece, Piece>();

/** A piece without what is left out of it, as it is drawn and measured. */
export function seenPiece(piece: Piece): Piece {
  if (piece.out.length === 0) return piece;
  let seen = known.get(piece);
  if (!seen) {
    seen = { ...applyEdit(piece, removeItem(...piece.out)).piece, assets: piece.assets };
    known.set(piece, seen);
  }
  return seen;
}
