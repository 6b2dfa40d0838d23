import { fillSchema, wholeTurn, type Fill } from '../../light/lamp';
import { hexOfOklab } from '../../pixels/colour';
import { rounded } from '../../shape/rounding';
import type { Shadows } from '../shadows';
import type { Light } from '.';

/** Less sure than this, shadows tell of no second light. */
const sure = 0.08;
/** Where less light is left in shadows than this there is no second light worth lighting anything by. */
const faintest = 0.04;
/** Light that fills shadows comes from all around; so much of it comes from one side: the one that the lamp leaves dark. */
const fromOneSide = 0.5;
/** It stands as high as an even sky or a wall before the scene does, degrees. */
const usualHeight = 45;

/**
 * The second, faint light of a photograph: as strong as its shadows are bright, in their tint. Where it comes from a
 * photograph hardly tells; it is taken to come from over against the lamp, where what the lamp lights gives light back.
 * @returns null where the shadows tell of none
 */
export function fillFromSurvey({ tilt }: Pick<Light, 'tilt'>, shadows: Shadows | null): Fill | null {
  if (!shadows || shadows.confidence < sure || shadows.depth < faintest) return null;
  const left = Math.min(0.9, shadows.depth);
  const strength = Math.min(1, (fromOneSide * left) / (1 - left));
  return fillSchema.parse({
    tilt: rounded(wholeTurn(tilt + 180), 0),
    height: usualHeight,
    strength: rounded(strength, 2),
    colour: hexOfOklab(pale, ...paleTint(shadows.tint)),
  });
}

/** The colour of a light is nearly white: so light (Oklab), and with no more chroma. */
const [pale, mostChroma] = [0.93, 0.05];

function paleTint([lightness, a, b]: Shadows['tint']): [a: number, b: number] {
  const factor = pale / Math.max(0.05, lightness);
  const chroma = Math.hypot(a, b) * factor;
  const less = chroma > mostChroma ? mostChroma / chroma : 1;
  return [a * factor * less, b * factor * less];
}
