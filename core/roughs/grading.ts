import { contrastLimit } from '../passes/ink/contrast';
import { ends, nearBox } from '../passes/grade/measure';
import { levelsBetween } from '../passes/grade/propose';
import { plainGrade, type Grade } from '../passes/grade/schema';
import { lightness, oklabToEncoded, readColour } from '../pixels/colour';
import { scaleRegion, type Region } from '../pixels/region';
import { rounded } from '../shape/rounding';
import type { Ground } from './ground';
import type { Layout } from './kinds/kind';

/** A grade that changes no channel of the ink by more than this is none; encoded. */
const leastChange = 0.02;
/** So much contrast must be left above what is hard to read, CIE L*. */
const spare = 3;

type Colour = [number, number, number];

/**
 * Line 9 of a rough: black and white of the letters become the darkest and the lightest that the photograph has around
 * them, as one press does it on the bench; the sketch tells which these are.
 * @param contrast as it was measured, CIE L*
 * @returns null where that changes nothing, or would take the words their contrast
 */
export function proposeGrade(ground: Ground, { ink, box }: Layout, contrast: number | null): Grade | null {
  const found = endsAround(ground, box);
  if (!found) return null;
  const own = readColour(ink.colour).slice(0, 3) as Colour;
  const graded = own.map((value, c) => found.darks[c] + value * (found.lights[c] - found.darks[c])) as Colour;
  if (own.every((value, c) => Math.abs(graded[c] - value) < leastChange)) return null;
  const lost = Math.abs(lightness(...graded) - lightness(...own));
  if (contrast !== null && contrast - lost < contrastLimit + spare) return null;
  return {
    ...plainGrade('grade-1', { lettering: 'lettering-1', area: 'letters', on: { kind: 'all' } }),
    levels: levelsBetween(found.darks, found.lights),
  };
}

/** The mean colours of the darkest and of the lightest places around words. @param box sheet px */
function endsAround({ sketch }: Ground, box: Region): { darks: Colour; lights: Colour } | null {
  const { width, height, factor, lab } = sketch;
  const near = nearBox(scaleRegion(box, 1 / factor), { x: 0, y: 0, width, height });
  if (!near) return null;
  const places: number[] = [];
  for (let y = near.y; y < near.y + near.height; y++)
    for (let x = near.x; x < near.x + near.width; x++) places.push(y * width + x);
  places.sort((a, b) => sketch.lightness[a] - sketch.lightness[b]);
  const count = Math.max(1, Math.round(places.length * ends));
  const meanOf = (some: readonly number[]): Colour => {
    const [l, a, b] = lab.map((plane) => some.reduce((sum, at) => sum + plane[at], 0) / some.length);
    return oklabToEncoded(l, a, b).map((value) => rounded(value, 3)) as Colour;
  };
  return { darks: meanOf(places.slice(0, count)), lights: meanOf(places.slice(-count)) };
}
