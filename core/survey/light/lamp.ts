import type { Lamp } from '../../light/lamp';
import { hexOfLinear } from '../../pixels/colour';
import { rounded } from '../../shape/rounding';
import type { PlacedPhotograph } from '../placed';
import type { Light } from '.';

/** The lamp that a photograph's own light proposes. @param place where the photograph lies */
export function lampFromSurvey(
  light: Light,
  place: Pick<PlacedPhotograph, 'scale' | 'x' | 'y'>,
): Pick<Lamp, 'tilt' | 'height' | 'at' | 'colour' | 'size'> {
  const { sun } = light;
  return {
    tilt: rounded(light.tilt, 1),
    height: rounded(light.height, 1),
    at: sun && [rounded(sun.place[0] * place.scale + place.x, 1), rounded(sun.place[1] * place.scale + place.y, 1)],
    colour: hexOfLinear(...light.colour),
    // The sun alone leaves dark shadows with narrow edges; a sky that fills them half is still a small lamp's.
    size: rounded(Math.max(0.05, 0.6 * (1 - light.hard) ** 2), 2),
  };
}
