import { plainLamp, type Lamp } from '../../light/lamp';
import { hexOfLinear } from '../../pixels/colour';
import { rounded, roundedPoint } from '../../shape/rounding';
import { onSheet, type PhotographPlacing } from '../placed';
import { unsure } from '../sentences';
import type { Light } from '.';

/** The lamp that a photograph's own light proposes. @param place where the photograph lies */
export function lampFromSurvey(
  light: Light,
  place: PhotographPlacing,
): Pick<Lamp, 'tilt' | 'height' | 'at' | 'colour' | 'size'> {
  const { sun } = light;
  return {
    tilt: rounded(light.tilt, 1),
    height: rounded(light.height, 1),
    at: sun && roundedPoint(onSheet(sun.place, place)),
    colour: hexOfLinear(...light.colour),
    // The sun alone leaves dark shadows with narrow edges; a sky that fills them half is still a small lamp's.
    size: rounded(Math.max(0.05, 0.6 * (1 - light.hard) ** 2), 2),
  };
}

/** A lamp that shines as a photograph's own light does; null where that cannot be told. */
export const lampWhereTold = (light: Light | null | undefined, place: PhotographPlacing): Lamp | null =>
  light && light.confidence >= unsure ? { ...plainLamp(), ...lampFromSurvey(light, place) } : null;
