import { leftLimit } from '../../../../core/passes/veils/gauge';
import { marginLimit } from '../../../../core/passes/veils/misread';
import type { Bench } from '../../benchContext';

/** Letters of which too little is left, those that can be read as others, and veils that grow out of nothing. */
export function warning({ measures }: Bench): string | null {
  if (!measures) return null;
  const few = measures.veils.left.filter(({ left }) => left < leftLimit);
  if (few.length > 0) return `Little is left of ${few.map(({ text }) => text).join(' ')}.`;
  const unsure = measures.veils.misread.filter(({ margin }) => margin < marginLimit);
  if (unsure.length > 0) return `${unsure.map(({ text, as }) => `${text} could be read as ${as}`).join(', ')}.`;
  return measures.veils.rootless.length > 0
    ? `A veil floats inside ${measures.veils.rootless[0].text}: nothing it could grow from.`
    : null;
}
