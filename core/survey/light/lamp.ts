import type { Lamp } from '../../light/lamp';
import { hexOfLinear } from '../../pixels/colour';
import { rounded } from '../../shape/rounding';
import type { Light } from '.';

/** Where a photograph lies: sheet px = its own px * scale + (x, y). */
interface Placed {
  scale: number;
  x: number;
  y: number;
}

/** The lamp that a photograph's own light proposes. @param place where the photograph lies */
export function lampFromSurvey(light: Light, place: Placed): Pick<Lamp, 'tilt' | 'height' | 'at' | 'colour' | 'size'> {
  const { sun } = light;
  return {
    tilt: rounded(light.tilt, 1),
    height: rounded(light.height, 1),
    at: sun && [rounded(sun.place[0] * place.scale + place.x, 1), rounded(sun.place[1] * place.scale + place.y, 1)],
    colour: hexOfLinear(...light.colour),
    // Hard shadows have a small lamp.
    size: rounded(Math.max(0.05, 0.6 * (1 - light.hard)), 2),
  };
}
