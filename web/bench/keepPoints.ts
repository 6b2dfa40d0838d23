import type { Materials } from '../../core/graph/materials';
import type { Piece } from '../../core/piece/schema';
import { keepOf } from '../../core/roughs/keep';
import type { RoughsOrder } from '../../core/roughs/order';

/** What a piece's keep points keep free of one of its photographs; nothing until that is known. */
export function keepOn(
  piece: Pick<Piece, 'chalk'>,
  plate: Piece['plates'][number],
  materials: Materials | null,
): RoughsOrder['keep'] {
  if (!materials) return [];
  const { width, height } = materials.picture(plate.asset);
  return keepOf(piece.chalk, { ...plate, width, height });
}
