import type { SlipLook } from '../../../../core/passes/ink/ghost';
import type { RootState } from '../../../store';
import { inkHand } from './hand';

/** While a picture is slipped, all of it is seen faintly. */
export function look({ bench }: RootState): SlipLook | undefined {
  const { inkTool, slipAt } = inkHand.of(bench);
  if (!bench.lettering || (inkTool !== 'slip' && inkTool !== 'keep')) return undefined;
  return { lettering: bench.lettering, at: typeof slipAt === 'number' ? slipAt : null };
}
