import type { Bench } from '../../benchContext';
import { measuredDrape } from './measured';

/** So much may be eased before letters no longer follow the map. */
const mostEased = 0.05;

/** What is out of its limits on line 6. */
export function warning(bench: Bench): string | null {
  const measured = measuredDrape(bench);
  if (measured && measured.folded > 0)
    return 'The net folds the letters over themselves: bring its points back into their order, or add a column or row between them.';
  const moves = measured?.moves;
  return moves && moves.eased > mostEased
    ? `${Math.round(moves.eased * 100)} % of the letters would fold over themselves and are eased: take the strength back, or blur the map.`
    : null;
}
