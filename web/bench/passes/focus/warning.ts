import type { Bench } from '../../benchContext';
import { measuredFocus } from './matched';

/** Letters with less than this part of the photograph's grain, or more than so many times it, stand out. */
export const grainLimits: readonly [number, number] = [0.6, 1.7];
/** Less grain than this nobody sees, 1/255. */
const leastSeen = 0.3;

/** What is out of its limits on line 8, once something has been done there. */
export function warning(bench: Bench): string | null {
  const { lettering } = bench;
  const measured = measuredFocus(bench);
  const { blur, grain } = lettering?.focus ?? {};
  if ((!blur && !grain) || !measured?.around || !measured.inside || measured.around.fine < leastSeen) return null;
  const ratio = measured.inside.fine / measured.around.fine;
  if (ratio < grainLimits[0]) return 'The letters are cleaner than the photograph around them: match its grain.';
  return ratio > grainLimits[1] ? 'The letters are grainier than the photograph around them.' : null;
}
