import type { Lamp } from '../../light/lamp';
import type { Size } from '../../pixels/region';
import type { Glow } from './schema';

/** Where the light of a glow is: its own place, or the lamp's; a lamp from far off stands beyond the sheet's edge. */
export function placeOf({ at }: Pick<Glow, 'at'>, lamp: Lamp | null, { width, height }: Size): [number, number] {
  if (at) return at;
  if (lamp?.at) return lamp.at;
  const turn = ((lamp?.tilt ?? 90) * Math.PI) / 180;
  const far = 0.62 * Math.hypot(width, height);
  return [width / 2 + far * Math.cos(turn), height / 2 - far * Math.sin(turn)];
}
