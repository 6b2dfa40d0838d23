import { fallOf, tiltAt, type Lamp } from '../lamp';
import { apply, corners, type Point } from '../../shape/affine';
import {
  boxToQuad,
  depthAt,
  inverseHomography,
  isConvex,
  throughHomography,
  timesHomography,
  type Homography,
  type Quad,
} from '../../shape/homography';
import type { ScenePlane } from '../../shape/scenePlane';
import type { Letters } from '../../type/letters';
import { middleOfStanding } from '../../type/standing';
import { farOnPlane, tipsOnPlane } from './onPlane';
import type { Casts, Thrown } from './schema';

const unitBox = { x: 0, y: 0, width: 1, height: 1 };

/** Where the box of standing letters is seen: clockwise from the top left, sheet px; null where there is no ink. */
export function standingQuad({ ink, flatInk, warp, place }: Letters, foot: Casts['foot']): Quad | null {
  const box = flatInk ?? ink;
  if (!box || box.width <= 0 || box.height <= 0) return null;
  const [a, b, c, d] = corners(box).map((corner) => apply(place, warp?.forward(corner) ?? corner));
  return foot ? [a, b, foot[1], foot[0]] : [a, b, c, d];
}

/** Light in the picture: from where, degrees counter-clockwise from the right; towards the viewer, degrees; its size. */
export interface Shine {
  tilt: number;
  height: number;
  size: number;
}

/** What light throws a shadow: the lamp's at the letters, or its own. */
export function shineOn({ obeys, angle, height, size }: Thrown, lamp: Lamp | null, letters: Letters): Shine {
  if (!obeys || !lamp) return { tilt: 180 - angle, height, size };
  const at = middleOfStanding(letters) ?? ([0, 0] as const);
  return { tilt: tiltAt(lamp, at), height: lamp.height, size: lamp.size };
}

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** A light lower than this over the ground throws no longer shadow: it would be endless. */
const lowest = Math.sin(radians(6));

/** How much of the light comes from above, over level ground. */
const fromAbove = ({ tilt, height }: Shine): number =>
  Math.max(lowest, Math.cos(radians(height)) * Math.sin(radians(tilt)));

/** What falls towards the viewer stays before the camera: at no less than this part of the letters' distance. */
const nearest = 0.2;

/**
 * Where the ends of the upper edge fall on level ground: as much to the side as the light comes from there, and as much
 * into the depth as it comes from the front, which is seen foreshortened: from afar by `above` alone, otherwise smaller
 * the farther it lies, towards where the ground's lines meet. Light from below throws as from the horizon.
 */
export function tipsOnGround(
  [a, b, c, d]: Quad,
  shine: Shine,
  { above, ahead }: Pick<Thrown, 'above' | 'ahead'>,
): [Point, Point] {
  const { tilt, height } = shine;
  const flat = Math.cos(radians(height));
  const [x, toViewer] = [flat * Math.cos(radians(tilt)), Math.sin(radians(height))];
  const up = fromAbove(shine);
  const [sideways, deep] = [-x / up, toViewer / up];
  const tip = (top: Point, foot: Point): Point => {
    const tall = Math.hypot(top[0] - foot[0], top[1] - foot[1]);
    const from: Point = [foot[0] + sideways * tall, foot[1]];
    if (!ahead || foot[1] <= ahead[1]) return [from[0], from[1] - deep * tall * Math.sin(radians(above))];
    // How far off it is, in distances of the foot: the foot's own follows from how far below the horizon it is seen.
    const far = Math.max(nearest, 1 + (deep * tall * Math.tan(radians(above))) / (foot[1] - ahead[1]));
    return [ahead[0] + (from[0] - ahead[0]) / far, ahead[1] + (from[1] - ahead[1]) / far];
  };
  return [tip(a, d), tip(b, c)];
}

/** How far a shadow's edge is from what throws it, in heights of the letters: so its penumbra grows. */
export const farOnGround = (shine: Shine): number => 1 / fromAbove(shine);

/** What letters stand on, or before: a plane of the photograph, or null where none is known. */
export type Under = ScenePlane | null;

/** Where the ends of the upper edge fall: as set by hand, or as the light says; null beyond a plane's horizon. */
export const tipsOf = (thrown: Thrown, standing: Quad, shine: Shine, plane: Under): [Point, Point] | null =>
  thrown.tips ?? (plane ? tipsOnPlane(standing, shine, plane) : tipsOnGround(standing, shine, thrown));

/** How far a shadow's end is from what throws it, in heights of the letters. */
export const farFrom = (shine: Shine, plane: Under): number => (plane ? farOnPlane(shine, plane) : farOnGround(shine));

/** How a silhouette falls: from the letters' place on the sheet to the shadow's, and how high above the foot it came from. */
export interface Falling {
  toShadow: Homography;
  toLetters: Homography;
  /** From a place in the shadow to the letters' box: across and down, fractions. */
  toBox: Homography;
  /** Whether places before the horizon have a depth above 0 on that way. */
  isFront: boolean;
}

/** @returns null where the shadow would have no area, or be turned inside out */
export function fallingOnto(standing: Quad, shadow: Quad): Falling | null {
  if (!isConvex(standing) || !isConvex(shadow)) return null;
  const [fromUnit, ofLetters] = [boxToQuad(unitBox, shadow), boxToQuad(unitBox, standing)];
  const toBox = inverseHomography(fromUnit);
  return {
    toShadow: timesHomography(fromUnit, inverseHomography(ofLetters)),
    toLetters: timesHomography(ofLetters, toBox),
    toBox,
    isFront: depthAt(toBox, throughHomography(fromUnit, [0.5, 0.5])) > 0,
  };
}

/** Where the shadow of standing letters lies on the ground, clockwise from where the upper left end falls. */
export const quadOnGround = (standing: Quad, tips: readonly [Point, Point]): Quad => [
  tips[0],
  tips[1],
  standing[2],
  standing[3],
];

/** On which side of a line a place lies: by its sign; as far off as that is by the line's length. */
export const sideOfLine = ({ from, to }: { from: Point; to: Point }, [x, y]: Point): number =>
  (to[0] - from[0]) * (y - from[1]) - (to[1] - from[1]) * (x - from[0]);

/** How much of the way from foot to tip, gone on beyond it if need be, lies before a line; null where it leads away. */
export function shareBefore(foot: Point, tip: Point, line: { from: Point; to: Point }): number | null {
  const [start, end] = [sideOfLine(line, foot), sideOfLine(line, tip)];
  const share = start / (start - end);
  return Number.isFinite(share) && share > 0 ? share : null;
}

/**
 * The part of a shadow that climbs a wall beyond the line where the ground ends: what the ground's shadow reaches the line
 * with goes on upwards there, as the letters stand. The line itself stays.
 * @returns where the letters' box lies on the wall; null where the shadow does not reach it
 */
export function quadOnWall(
  standing: Quad,
  tips: readonly [Point, Point],
  wall: NonNullable<Thrown['wall']>,
): Quad | null {
  const [a, b, c, d] = standing;
  const climb = (top: Point, foot: Point, tip: Point): { top: Point; foot: Point } | null => {
    const share = shareBefore(foot, tip, wall);
    if (share === null) return null;
    const at: Point = [foot[0] + (tip[0] - foot[0]) * share, foot[1] + (tip[1] - foot[1]) * share];
    const [ux, uy] = [(top[0] - foot[0]) * wall.scale, (top[1] - foot[1]) * wall.scale];
    // The box's foot lies as far below the line as so much of the letters has fallen on the ground.
    return {
      foot: [at[0] - ux * share, at[1] - uy * share],
      top: [at[0] + ux * (1 - share), at[1] + uy * (1 - share)],
    };
  };
  const [left, right] = [climb(a, d, tips[0]), climb(b, c, tips[1])];
  return left && right ? [left.top, right.top, right.foot, left.foot] : null;
}

/** Where the letters are seen mirrored in what they stand on. */
export function quadMirrored([a, b, c, d]: Quad, scale: number): Quad {
  const below = (top: Point, foot: Point): Point => {
    const [fx, fy] = [c[0] - d[0], c[1] - d[1]];
    const long = fx * fx + fy * fy || 1;
    // Flipped about the foot's line.
    const [dx, dy] = [top[0] - foot[0], top[1] - foot[1]];
    const along = (dx * fx + dy * fy) / long;
    return [foot[0] + scale * (2 * along * fx - dx), foot[1] + scale * (2 * along * fy - dy)];
  };
  return [below(a, d), below(b, c), c, d];
}

/** How a shadow falls on a wall behind the letters: lift / tan(height of the light). */
export function fallOnWall({ lift }: Thrown, shine: Shine): { x: number; y: number } {
  const far = lift / Math.tan(radians(Math.max(5, Math.abs(shine.height))));
  const angle = radians(180 - shine.tilt);
  return { x: far * Math.cos(angle), y: far * Math.sin(angle) };
}

/** Which way contact shadows are moved: away from the light. */
export function awayFrom(lamp: Lamp | null, letters: Letters): Point {
  const middle = middleOfStanding(letters);
  if (!lamp || !middle) return [0, 1];
  const angle = radians(fallOf(lamp, middle).angle);
  return [Math.cos(angle), Math.sin(angle)];
}

/** Why a shadow on the ground cannot be thrown as its rings say, as a sentence; null where it can. */
export function groundProblem(
  { foot, thrown }: Casts,
  letters: Letters,
  lamp: Lamp | null,
  plane: Under = null,
): string | null {
  if (thrown?.onto !== 'ground' || !thrown.shown) return null;
  const standing = standingQuad(letters, foot);
  if (!standing) return null;
  const tips = tipsOf(thrown, standing, shineOn(thrown, lamp, letters), plane);
  if (!tips) return 'The letters stand beyond the horizon of their plane, so nothing falls there: move them onto it.';
  if (!fallingOnto(standing, quadOnGround(standing, tips)))
    return 'The shadow has no area: its rings cross, or lie on one line. Drag them apart, or let the light say where it falls.';
  if (thrown.wall && !quadOnWall(standing, tips, thrown.wall))
    return 'The shadow leads away from the line where the ground ends, so nothing climbs the wall.';
  return null;
}
