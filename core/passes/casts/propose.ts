import { hexOfLinear, hexOfOklab } from '../../pixels/colour';
import { standingQuad } from '../../light/casting/falls';
import { usualPlateView } from '../../light/lamp';
import { onSheet, vanishingOnSheet, type PlacedPhotograph } from '../../survey/placed';
import type { Planes } from '../../survey/planes';
import type { Line } from '../../survey/planes/lines';
import { regionAt, type Shadows } from '../../survey/shadows';
import type { Point } from '../../shape/affine';
import type { Quad } from '../../shape/homography';
import { rounded, roundedPoint } from '../../shape/rounding';
import type { Letters } from '../../type/letters';
import { ambientSchema, contactSchema, thrownSchema, type Casts, type Thrown } from '../../light/casting/schema';

/** How letters stand before what they throw their shadow on. */
export type StandingHow = 'lying' | 'offWall' | 'onGround';

/** Less sure than this, a photograph's shadows tell nothing. */
const sure = 0.08;
/** The darkest of a plate's shadows are about so much darker than their median (Oklab lightness). */
const darker = 0.7;

/** In full shadow as much light is left everywhere: the darker parts of a plate tell it, the others lie half in the light. */
const inFullShadow = 0.25;

/**
 * The light that is left in a plate's shadows, and the darkest that they are; null where it tells of none.
 * @param full in full shadow, as something thrown is; otherwise in all that is darker than what is around
 * @param at where on the plate, fractions: what lies in shadow there tells it, if anything does
 */
export function shadowColours(
  found: Shadows | null,
  { full = false, at }: { full?: boolean; at?: Point } = {},
): Pick<Casts, 'colour' | 'darkest'> | null {
  if (!found || found.confidence < sure) return null;
  const here = (at && found.regions[regionAt(at)]) ?? found;
  const depths = found.regions.flatMap((region) => (region ? [region.depth] : [])).sort((a, b) => a - b);
  const deep = full && depths.length > 0 ? depths[Math.floor(inFullShadow * (depths.length - 1))] : 1;
  const left = Math.max(0.02, Math.min(0.9, here.depth, deep));
  const [lightness, a, b] = here.tint;
  return { colour: hexOfLinear(left, left, left), darkest: hexOfOklab(lightness * darker, a, b) };
}

/** Where letters stand on a photograph. */
export interface StandingPlace {
  /** Where their box is seen: clockwise from the top left, sheet px. */
  quad: Quad;
  plate: PlacedPhotograph;
  /** The longest straight lines of the photograph, its own px. */
  lines: readonly Line[];
  /** Where level lines straight ahead meet, sheet px. */
  ahead: [number, number];
}

/** A place where lines meet is one of level lines if it is no farther from the middle than so many heights of the plate. */
const level = 0.6;

/** The height of a line, from its left end to its right, at a place across. */
const heightOn = ({ from: [x0, y0], to: [x1, y1] }: Line, x: number): number => y0 + ((x - x0) / (x1 - x0)) * (y1 - y0);

/**
 * Where level lines straight ahead meet, as the survey found it: on the horizon where that is seen, otherwise in the
 * middle: the camera was held level.
 */
function aheadIn(plate: PlacedPhotograph, found: Planes | null): [number, number] {
  const [x, y] = onSheet([plate.width / 2, plate.height / 2], plate);
  const reach = level * plate.scale * plate.height;
  const met = vanishingOnSheet(found, plate).find((one) => Math.hypot(one[0] - x, one[1] - y) < reach) ?? [x, y];
  const horizon = found?.horizon;
  if (!horizon) return roundedPoint(met);
  const [from, to] = [onSheet(horizon.from, plate), onSheet(horizon.to, plate)];
  return roundedPoint([met[0], heightOn({ from, to }, met[0])]);
}

/** A line is the horizon where it is no farther off it than this part of the plate's height. */
const onHorizon = 0.015;

/** What the ground may end at: all lines but the horizon, behind which there is nothing. */
function endings({ height }: PlacedPhotograph, found: Planes | null): readonly Line[] {
  const horizon = found?.horizon;
  if (!horizon) return found?.lines ?? [];
  const isOn = ([x, y]: Point): boolean => Math.abs(y - heightOn(horizon, x)) < onHorizon * height;
  return found.lines.filter(({ from, to }) => !isOn(from) || !isOn(to));
}

/** Where letters stand on a photograph, as their survey tells; null where there are none. */
export function standingPlace(
  letters: Letters,
  foot: Casts['foot'],
  plate: PlacedPhotograph,
  found: Planes | null,
): StandingPlace | null {
  const quad = standingQuad(letters, foot);
  return quad && { quad, plate, lines: endings(plate, found), ahead: aheadIn(plate, found) };
}

/**
 * What letters throw, by how they stand and how large they are.
 * @param em sheet px
 * @param place where they stand on the ground, if it is known @param plane the plane that they lie in, if they do
 */
export function proposeCasts(
  how: StandingHow,
  em: number,
  found: Shadows | null,
  place: StandingPlace | null = null,
  plane: string | null = null,
): Partial<Casts> {
  const part = (of: number): number => Math.max(0.5, Math.round(em * of * 2) / 2);
  const atFoot = how === 'onGround';
  const contact = contactSchema.parse({ offset: part(0.006), blur: part(0.01), atFoot });
  const ambient = ambientSchema.parse({ blur: part(0.07), strength: how === 'lying' ? 0.25 : 0.35, atFoot });
  const onGround = atFoot && place;
  const colours = shadowColours(found, { full: how !== 'lying', ...(onGround && { at: footOnPlate(onGround) }) });
  return {
    contact,
    ambient,
    thrown:
      how === 'lying'
        ? null
        : thrownSchema.parse({
            onto: atFoot ? 'ground' : 'wall',
            lift: part(0.06),
            // What the photograph's own full shadow leaves is all that is left.
            ...(onGround && colours && { strength: 1 }),
            // Words in a plane stand before it, side by side with it.
            plane: atFoot ? null : plane,
            ...(onGround && { wall: wallBehind(onGround), above: seenFrom(onGround), ahead: onGround.ahead }),
          }),
    ...colours,
  };
}

/** From how far above the camera sees the ground at the foot, degrees: by how far below the horizon it is. */
function seenFrom({ quad: [, , c, d], plate, ahead }: StandingPlace): number {
  const focal = (plate.scale * plate.width) / 2 / Math.tan((usualPlateView * Math.PI) / 360);
  const angle = (Math.atan2(middleOf(c, d)[1] - ahead[1], focal) * 180) / Math.PI;
  return rounded(Math.max(1, Math.min(89, angle)), 1);
}

const middleOf = ([ax, ay]: Point, [bx, by]: Point): Point => [(ax + bx) / 2, (ay + by) / 2];

/** Where on the plate the letters touch the ground, fractions. */
function footOnPlate({ quad: [, , c, d], plate: { x, y, scale, width, height } }: StandingPlace): Point {
  const [mx, my] = middleOf(c, d);
  return [(mx - x) / scale / width, (my - y) / scale / height];
}

/** A line is behind the letters' foot by no more than this part of their height, and turned against it by no more, rad. */
const [farthestWall, mostTurned] = [0.4, 0.35];
/** It reaches beyond the letters' middle by so many of their heights to each side. */
const reaching = 0.75;

/**
 * A straight line close behind the foot, along which the ground may end: the back edge of a table, the foot of a wall.
 * The nearest of them; null where there is none.
 */
function wallBehind({ quad: [a, b, c, d], plate, lines, ahead }: StandingPlace): Thrown['wall'] {
  const [foot, head] = [middleOf(c, d), middleOf(a, b)];
  const tall = Math.hypot(head[0] - foot[0], head[1] - foot[1]);
  const along = Math.atan2(c[1] - d[1], c[0] - d[0]);
  let nearest: { from: Point; to: Point; far: number } | null = null;
  for (const line of lines) {
    const ends = [onSheet(line.from, plate), onSheet(line.to, plate)].sort(([p], [q]) => p - q);
    const [[x0, y0], [x1, y1]] = ends;
    const turn = Math.abs(Math.atan2(y1 - y0, x1 - x0) - along);
    if (x1 - x0 < 1 || Math.min(turn, Math.PI - turn) > mostTurned) continue;
    if (x0 > foot[0] - reaching * tall || x1 < foot[0] + reaching * tall) continue;
    const heightAt = ([x, y]: Point): number => y - heightOn({ from: ends[0], to: ends[1] }, x);
    // Behind both ends of the foot, and not far.
    const far = Math.max(heightAt(c), heightAt(d));
    if (Math.min(heightAt(c), heightAt(d)) <= 0 || far > farthestWall * tall) continue;
    if (!nearest || far < nearest.far) nearest = { from: ends[0], to: ends[1], far };
  }
  if (!nearest) return null;
  // Heights on level ground are seen as large as it lies below the horizon.
  const below = (y: number): number => Math.max(1, y - ahead[1]);
  const scale = Math.min(1, Math.max(0.2, below(foot[1] - nearest.far / 2) / below(foot[1])));
  return { from: roundedPoint(nearest.from), to: roundedPoint(nearest.to), scale: rounded(scale, 2) };
}
