import { groundProblem } from '../../../../core/light/casting/falls';
import type { Bench } from '../../benchContext';

/** What keeps the chosen words' shadow from falling as it was set. */
export const warning = ({ lettering, letters, piece }: Bench): string | null =>
  lettering && letters ? groundProblem(lettering.casts, letters, piece.lamp) : null;
