import { leftLimit } from '../../../../core/passes/veils/gauge';
import type { Bench } from '../../benchContext';

/** Letters of which too little is left. */
export function warning({ measures }: Bench): string | null {
  const few = measures?.left.filter(({ left }) => left < leftLimit) ?? [];
  return few.length > 0 ? `Little is left of ${few.map(({ text }) => text).join(' ')}.` : null;
}
