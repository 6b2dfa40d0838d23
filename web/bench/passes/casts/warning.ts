import { groundProblem } from '../../../../core/light/casting/falls';
import { planesOf } from '../../../../core/render/planesOf';
import type { Bench } from '../../benchContext';

/** What keeps the chosen words' shadow from falling as it was set. */
export function warning({ lettering, letters, piece }: Bench): string | null {
  if (!lettering || !letters) return null;
  const plane = lettering.casts.thrown?.plane;
  return groundProblem(lettering.casts, letters, piece.lamp, plane ? planesOf(piece)(plane) : null);
}
