import { hexOfLinear, hexOfOklab } from '../../pixels/colour';
import { quadOnWall, shareBefore, shineOn, sideOfLine, standingQuad, tipsOf } from '../../light/casting/falls';
import { usualPlateView, type Lamp } from '../../light/lamp';
import { onSheet, vanishingOnSheet, type PlacedPhotograph } from '../../survey/placed';
import type { Planes } from '../../survey/planes';
import type { Line } from '../../survey/planes/lines';
import { wallOf, type Wall } from '../../survey/planes/wall';
import { regionAt, regionsApart, type Shadow, type Shadows } from '../../survey/shadows';
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
  const told = full ? toldNear(found, at) : null;
  const here = told ?? (at && found.regions[regionAt(at)]) ?? found;
  const depths = found.regions.flatMap((region) => (region ? [region.depth] : [])).sort((a, b) => a - b);
  const deep = full && depths.length > 0 ? depths[Math.floor(inFullShadow * (depths.length - 1))] : 1;
  const depth = Math.min(here.depth, deep);
  const [lightness, a, b] = here.tint;
  const [red, green, blue] = (told?.left ?? [depth, depth, depth]).map((left) => Math.max(0.02, Math.min(0.9, left)));
  return { colour: hexOfLinear(red, green, blue), darkest: hexOfOklab(lightness * darker, a, b) };
}

/** What tells the light that is left in the depth of shadows, where something stands or as near to there as can be. */
function toldNear(found: Shadows, at?: Point): Shadow | null {
  const whole = found.left ? found : null;
  if (!at) return whole;
  const here = regionAt(at);
  const near = found.regions
    .flatMap((region, number) => (region?.left ? [{ region, far: regionsApart(here, number) }] : []))
    .sort((a, b) => a.far - b.far);
  return near[0]?.region ?? whole;
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
  /** A wall that runs back into the photograph; null where it shows none. */
  wall: Wall | null;
  letters: Letters;
  /** What shines on them; null where none is known. */
  lamp: Lamp | null;
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
  lamp: Lamp | null = null,
): StandingPlace | null {
  const quad = standingQuad(letters, foot);
  const ahead = aheadIn(plate, found);
  return quad && { quad, plate, lines: endings(plate, found), ahead, wall: wallOf(found, plate), letters, lamp };
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
  const seen = onGround && { above: seenFrom(onGround), ahead: onGround.ahead };
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
            ...(seen && { ...seen, wall: wallBehind(onGround) ?? wallBeside(onGround, thrownSchema.parse(seen)) }),
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
  const scale = seenSmaller(ahead, foot[1], foot[1] - nearest.far / 2);
  return { from: roundedPoint(nearest.from), to: roundedPoint(nearest.to), scale };
}

/** Heights on level ground are seen as large as it lies below the horizon. @returns how much smaller, at another place down */
function seenSmaller(ahead: Point, foot: number, other: number): number {
  const below = (y: number): number => Math.max(1, y - ahead[1]);
  return rounded(Math.min(1, Math.max(0.2, below(other) / below(foot))), 2);
}

/**
 * The foot of a wall beside the letters that runs back, where their shadow meets it before its end; null where there is
 * none.
 */
function wallBeside({ quad, wall, ahead, letters, lamp }: StandingPlace, thrown: Thrown): Thrown['wall'] {
  const tips = wall && tipsOf(thrown, quad, shineOn(thrown, lamp, letters), null);
  if (!tips) return null;
  const [[farHead, farFoot], [nearHead, nearFoot]] = wall;
  const line = { from: farFoot, to: nearFoot };
  const [right, left] = [quad[2], quad[3]];
  const isBefore = (at: Point): boolean => sideOfLine(line, at) * sideOfLine(line, middleOf(farHead, nearHead)) < 0;
  if (!isBefore(left) || !isBefore(right)) return null;
  const feet = [left, right];
  const shares = feet.map((foot, k) => shareBefore(foot, tips[k], line));
  if (shares.some((share) => share === null) || shares.every((share) => share! >= 1)) return null;
  const [one, other] = feet.map((foot, k) => foot[1] + (tips[k][1] - foot[1]) * shares[k]!);
  const scale = seenSmaller(ahead, (left[1] + right[1]) / 2, (one + other) / 2);
  const found = { from: roundedPoint(line.from), to: roundedPoint(line.to), scale };
  return quadOnWall(quad, tips, found) && found;
}
