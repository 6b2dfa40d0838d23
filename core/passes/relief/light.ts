import { tiltAt, type Lamp } from '../../light/lamp';
import type { Letters } from '../../type/letters';
import { middleOfStanding } from '../../type/standing';
import type { Body } from './schema';

/** The way to the light, of length 1: to the right, down, and towards the viewer; and the colour of what it adds. */
export interface Way {
  x: number;
  y: number;
  z: number;
  colour: string;
}

/** A lamp stands at least so high over the face, degrees: lower, and its face would have no light to be measured by. */
const lowest = 8;

/** Where light comes from at letters. A lamp behind the scene lights rims, not faces. */
export function wayToLight(
  { obeys, tilt, height }: Pick<Body, 'obeys' | 'tilt' | 'height'>,
  lamp: Lamp | null,
  letters: Letters,
): Way {
  const own = obeys && lamp ? lamp : null;
  const at = middleOfStanding(letters) ?? ([0, 0] as const);
  const turn = ((own ? tiltAt(own, at) : tilt) * Math.PI) / 180;
  const high = own ? own.height : height;
  const up = (Math.max(lowest, Math.abs(high)) * Math.PI) / 180;
  const flat = Math.cos(up);
  return {
    x: flat * Math.cos(turn),
    y: -flat * Math.sin(turn),
    z: Math.sin(up) * (high < 0 ? -1 : 1),
    colour: own?.colour ?? '#ffffff',
  };
}
