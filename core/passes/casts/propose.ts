import { hexOfLinear, hexOfOklab } from '../../pixels/colour';
import type { Shadows } from '../../survey/shadows';
import { ambientSchema, contactSchema, thrownSchema, type Casts } from '../../light/casting/schema';

/** How letters stand before what they throw their shadow on. */
export type StandingHow = 'lying' | 'offWall' | 'onGround';

/** Less sure than this, a photograph's shadows tell nothing. */
const sure = 0.08;
/** The darkest of a plate's shadows are about so much darker than their median (Oklab lightness). */
const darker = 0.7;

/** The light that is left in a plate's shadows, and the darkest that they are; null where it tells of none. */
export function shadowColours(found: Shadows | null): Pick<Casts, 'colour' | 'darkest'> | null {
  if (!found || found.confidence < sure) return null;
  const left = Math.max(0.02, Math.min(0.9, found.depth));
  const [lightness, a, b] = found.tint;
  return { colour: hexOfLinear(left, left, left), darkest: hexOfOklab(lightness * darker, a, b) };
}

/**
 * What letters throw, by how they stand and how large they are.
 * @param em sheet px
 */
export function proposeCasts(how: StandingHow, em: number, found: Shadows | null): Partial<Casts> {
  const rounded = (part: number): number => Math.max(0.5, Math.round(em * part * 2) / 2);
  const contact = contactSchema.parse({ offset: rounded(0.006), blur: rounded(0.01) });
  const ambient = ambientSchema.parse({ blur: rounded(0.07), strength: how === 'lying' ? 0.25 : 0.35 });
  return {
    contact,
    ambient,
    thrown:
      how === 'lying'
        ? null
        : thrownSchema.parse({ onto: how === 'onGround' ? 'ground' : 'wall', lift: rounded(0.06) }),
    ...shadowColours(found),
  };
}
