import { pieceAt } from '../../../../core/sizes/pieceAt';
import type { VeilShow } from '../../../../core/passes/veils/show';
import type { RootState } from '../../../store';
import { veilHand } from './hand';

/** The chosen veil, looked at in the way that is chosen; the bare photograph stays as it is. */
export function look({ bench }: RootState): VeilShow | undefined {
  const { look: show, lookGround, wipe, flash } = veilHand.of(bench);
  const whole = bench.draft ?? bench.piece;
  const piece = whole && pieceAt(whole, bench.size);
  if (flash && piece && show === 'picture' && !bench.before) return { id: flash, show: 'hatch' };
  if (!bench.veil || !piece || show === 'picture' || bench.before) return undefined;
  return {
    id: bench.veil,
    show,
    ground: lookGround,
    ...(show === 'wipe' && { wipe: Math.round(wipe * piece.sheet.width) }),
  };
}
