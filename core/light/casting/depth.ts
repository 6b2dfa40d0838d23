import { linearOf } from '../../pixels/colour';
import { lumaAt } from '../../pixels/luma';
import type { Lamp } from '../lamp';
import { leftUnder } from '../strength';
import { usualLeft, type Casts } from './schema';

/** The luminance of a CSS colour, 0..1. */
const lightOf = (css: string): number => lumaAt(Float32Array.from(linearOf(css)), 0);

/** What else tells how deep shadows are. */
export interface DepthScene {
  lamp?: Lamp | null;
  /** The luminance of what lies beside them in the light, 0..1; left out, nothing holds them at their darkest. */
  lit?: number | null;
}

/** What is left of the light where all shadows of a lettering lie on one another, 0..1; null where it throws none. */
export function deepestLeft(
  { contact, ambient, thrown, colour, darkest }: Casts,
  { lamp = null, lit = null }: DepthScene = {},
): number | null {
  const shown = [contact, ambient, thrown].filter((one) => one?.shown && one.strength > 0);
  if (shown.length === 0) return null;
  const covered = 1 - shown.reduce((free, one) => free * (1 - one!.strength), 1);
  const strength = thrown?.shown && !thrown.obeys ? 1 : (lamp?.strength ?? 1);
  const left = 1 - covered * (1 - leftUnder(lightOf(colour ?? usualLeft), strength));
  const least = darkest !== null && lit ? Math.min(1, lightOf(darkest) / lit) : 0;
  return Math.max(left, least);
}
