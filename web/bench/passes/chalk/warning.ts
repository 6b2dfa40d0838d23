import type { Bench } from '../../benchContext';
import { problemOf } from './names';

/** Something that must stay visible and is not. */
export function warning({ piece, measures }: Pick<Bench, 'piece' | 'measures'>): string | null {
  for (const kept of measures?.chalk ?? []) {
    const problem = problemOf(kept, piece);
    if (problem) return problem;
  }
  return null;
}
