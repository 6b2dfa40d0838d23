import type { Bench } from '../../benchContext';
import { unsolvedOf, veilsBefore } from './standing';

/** Nothing that stands before the backdrop, or an edge that still shows the old ground. */
export function warning({ piece }: Pick<Bench, 'piece'>): string | null {
  if (!piece.backdrop) return null;
  if (veilsBefore(piece).length === 0) return 'Nothing is cut out any more: the backdrop hides the whole photograph.';
  const unsolved = unsolvedOf(piece);
  return unsolved.length > 0
    ? `The edge of ${unsolved.map(({ name }) => name).join(', ')} is not solved for the new ground.`
    : null;
}
