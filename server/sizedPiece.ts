import type { Piece } from '../core/piece/schema';
import { pieceAt } from '../core/sizes/pieceAt';
import { Problem } from './problem';

/** The piece as one of its sizes shows it. @throws Problem 404 where there is no such size */
export function sizedPiece(piece: Piece, size: string | undefined): Piece {
  if (size === undefined) return piece;
  if (!piece.sizes.some(({ id }) => id === size)) throw new Problem(404, 'This piece has no such size any more.');
  return pieceAt(piece, size);
}
