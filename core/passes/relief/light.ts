import { fillAsLamp, tiltAt, type Lamp } from '../../light/lamp';
import { linearOf } from '../../pixels/colour';
import type { Letters } from '../../type/letters';
import { middleOfStanding } from '../../type/standing';
import type { Body } from './schema';

/** The way to a light, of length 1: to the right, down, and towards the viewer; how strong it is, and its colour. */
export interface Way {
  x: number;
  y: number;
  z: number;
  /** Of the lamp 1 is the photograph's light; of the fill, of the lamp's. */
  strength: number;
  colour: string;
  /** The second light. */
  fill?: Way;
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
  return {
    ...wayOf(own ? tiltAt(own, at) : tilt, own ? own.height : height),
    strength: own?.strength ?? 1,
    colour: own?.colour ?? '#ffffff',
    ...(own?.fill && { fill: wayToLight({ obeys: true, tilt, height }, fillAsLamp(own.fill), letters) }),
  };
}

function wayOf(tilt: number, height: number): Pick<Way, 'x' | 'y' | 'z'> {
  const turn = (tilt * Math.PI) / 180;
  const up = (Math.max(lowest, Math.abs(height)) * Math.PI) / 180;
  const flat = Math.cos(up);
  return { x: flat * Math.cos(turn), y: -flat * Math.sin(turn), z: Math.sin(up) * (height < 0 ? -1 : 1) };
}

/** Red, green and blue that fall on a surface by Lambert's law, against what a face that looks at the viewer gets. */
export type Lit = (nx: number, ny: number, nz: number, out: Float64Array) => void;

/** A face that looks at the viewer gets 1 of each, whatever the lights. */
export function litBy(way: Way): Lit {
  const { max, abs } = Math;
  const { x, y, fill } = way;
  const up = max(0.1, abs(way.z));
  if (!fill || fill.strength <= 0) return (nx, ny, nz, out) => void out.fill(max(0, nx * x + ny * y + nz * up) / up);
  const { x: fx, y: fy, strength } = fill;
  const fillUp = max(0.1, abs(fill.z));
  const [own, second] = [linearOf(way.colour), linearOf(fill.colour).map((value) => value * strength)];
  // Of each colour, the part that comes from the second light where both shine in full.
  const shares = own.map((value, c) => second[c] / max(1e-4, value + second[c]));
  return (nx, ny, nz, out) => {
    const first = max(0, nx * x + ny * y + nz * up) / up;
    const other = max(0, nx * fx + ny * fy + nz * fillUp) / fillUp;
    for (let c = 0; c < 3; c++) out[c] = first + (other - first) * shares[c];
  };
}
