import type { Size } from '../pixels/region';
import type { Point } from './affine';
import { depthAt, inverseHomography, throughHomography, type Homography } from './homography';

/** A straight line, by two of its points. */
export type StraightLine = readonly [Point, Point];

/** A flat surface of a scene, as a camera sees it. */
export interface ScenePlane {
  pose: Pose;
  /** From px on the plane (1 is a px of the sheet where its lines were drawn) to sheet px. */
  toSheet: Homography;
  fromSheet: Homography;
  /** Where its two sets of lines meet, sheet px; null where they are parallel in the picture too. */
  vanishing: readonly [Point | null, Point | null];
}

/** Says what is wrong with the lines that were drawn. */
export class PlaneError extends Error {}

/** A direction or a place before the camera: to the right, down, and away from it. */
export type Vector = readonly [number, number, number];

/** How a plane lies before the camera; lengths are the sheet's longer sides. */
export interface Pose {
  /** A place of the plane. */
  anchor: Vector;
  /** Of length 1, square to the plane, on the camera's side. */
  normal: Vector;
  /** Its own directions, to the right and down where it is seen; of length 1. */
  across: Vector;
  down: Vector;
  focal: number;
  /** The sheet's middle and its longer side, sheet px. */
  centre: Point;
  longer: number;
}

export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const unit = (a: Vector): Vector => {
  const length = Math.hypot(...a);
  return [a[0] / length, a[1] / length, a[2] / length];
};

/** A lens sees about this far, in the sheet's longer sides, where the lines do not tell: 40 degrees across. */
const usualFocal = 0.5 / Math.tan((20 * Math.PI) / 180);
const [shortest, longest] = [0.3, 8];
/** Two lines that meet farther off than so many longer sides are parallel. */
const farOff = 1e4;
/** A line is at least so many sheet px long. */
const leastLength = 4;

/**
 * The plane in which two lines of one direction and two of another lie, from the points where they meet (Caprile and Torre
 * 1990): right angles tell the lens, with the sheet's middle before it.
 * @param lines two along the plane's one direction, then two along the other; sheet px
 * @throws PlaneError where they are no such lines
 */
export function planeFromLines(lines: readonly StraightLine[], sheet: Size): ScenePlane {
  const longer = Math.max(sheet.width, sheet.height);
  const [cx, cy] = [sheet.width / 2, sheet.height / 2];
  if (lines.length !== 4) throw new PlaneError('A plane is told by two pairs of lines.');
  if (lines.some(([a, b]) => Math.hypot(a[0] - b[0], a[1] - b[1]) < leastLength))
    throw new PlaneError('One of the lines is too short to tell a direction: draw it longer.');
  const through = lines.map((line): Vector => {
    const [a, b] = line.map(([x, y]): Vector => [(x - cx) / longer, (y - cy) / longer, 1]);
    return unit(cross(a, b));
  });
  const meeting = [0, 2].map((first) => meetingOf(through[first], through[first + 1]));
  [0, 2].forEach((first, pair) => checkPair(lines[first], lines[first + 1], meeting[pair], [cx, cy], longer));
  const focal = focalOf(meeting[0], meeting[1]);
  const middle = [0, 1].map((axis) => lines.reduce((sum, [a, b]) => sum + a[axis] + b[axis], 0) / 8);
  const anchor: Vector = [(middle[0] - cx) / longer, (middle[1] - cy) / longer, focal];
  const along = meeting.map(([x, y, w]) => unit([x, y, w * focal]));
  const isUpright = Math.abs(along[0][1]) > Math.abs(along[1][1]);
  const across = pointing(isUpright ? along[1] : along[0], anchor, 0);
  const down = pointing(isUpright ? along[0] : along[1], anchor, 1);
  const toSheet = seenPlane(across, down, anchor, focal, { longer, cx, cy });
  let fromSheet: Homography;
  try {
    fromSheet = inverseHomography(toSheet);
  } catch {
    throw new PlaneError('Both pairs run the same way: draw the second pair across the first.');
  }
  const place = ([x, y, w]: Vector): Point | null =>
    Math.hypot(x, y) > farOff * Math.abs(w) ? null : [(x / w) * longer + cx, (y / w) * longer + cy];
  const own = meeting.map(place) as [Point | null, Point | null];
  const square = cross(across, down);
  const isFacing = dot(square, anchor) < 0;
  const normal: Vector = unit(isFacing ? square : [-square[0], -square[1], -square[2]]);
  const pose = { anchor, normal, across, down, focal, centre: [cx, cy] as const, longer };
  return { pose, toSheet, fromSheet, vanishing: isUpright ? [own[1], own[0]] : own };
}

function meetingOf(a: Vector, b: Vector): Vector {
  const found = cross(a, b);
  if (Math.hypot(...found) < 1e-9) throw new PlaneError('Two lines of a pair lie on one another: draw them apart.');
  return unit(found);
}

/** Lines that are parallel in the scene never cross between their ends. */
function checkPair(a: StraightLine, b: StraightLine, [x, y, w]: Vector, [cx, cy]: Point, longer: number): void {
  if (Math.abs(w) < 1e-9) return;
  const at: Point = [(x / w) * longer + cx, (y / w) * longer + cy];
  const lies = ([from, to]: StraightLine): boolean => {
    const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    const part = ((at[0] - from[0]) * dx + (at[1] - from[1]) * dy) / (dx * dx + dy * dy);
    return part > 0 && part < 1;
  };
  if (lies(a) || lies(b))
    throw new PlaneError('Two lines of a pair cross: they must run the same way in the scene, side by side.');
}

/** How far the lens sees, by the right angle between two directions; what is usual where that does not tell. */
function focalOf(a: Vector, b: Vector): number {
  const weight = a[2] * b[2];
  const square = -(a[0] * b[0] + a[1] * b[1]) / weight;
  if (Math.abs(weight) < 1e-6 || !(square > 0)) return usualFocal;
  return Math.min(longest, Math.max(shortest, Math.sqrt(square)));
}

/** A direction that runs to the right, or down, where it is seen at the anchor. @param axis 0 across, 1 down */
function pointing(direction: Vector, anchor: Vector, axis: 0 | 1): Vector {
  const seen = direction[axis] - (anchor[axis] * direction[2]) / anchor[2];
  return seen < 0 ? [-direction[0], -direction[1], -direction[2]] : direction;
}

function seenPlane(
  across: Vector,
  down: Vector,
  [ax, ay]: Vector,
  focal: number,
  { longer, cx, cy }: { longer: number; cx: number; cy: number },
): Homography {
  // A px of the plane is a px of the sheet at the anchor's distance.
  const step = 1 / longer;
  const w = [across[2] * step, down[2] * step, focal];
  const x = [across[0] * step * focal, down[0] * step * focal, ax * focal];
  const y = [across[1] * step * focal, down[1] * step * focal, ay * focal];
  return [
    ...x.map((value, i) => value * longer + cx * w[i]),
    ...y.map((value, i) => value * longer + cy * w[i]),
    ...w,
  ] as unknown as Homography;
}

/** Whether a place of the plane lies before its horizon. */
export const isSeen = ({ toSheet }: ScenePlane, place: Point): boolean => depthAt(toSheet, place) > 1e-4;

/** Where a place of the plane is seen. @returns null behind the horizon */
export const onSheet = (plane: ScenePlane, place: Point): Point | null =>
  isSeen(plane, place) ? throughHomography(plane.toSheet, place) : null;

export const inPlane = ({ fromSheet }: ScenePlane, point: Point): Point => throughHomography(fromSheet, point);

/** Where a place before the camera is seen, sheet px. */
export const seenAt = ({ focal, centre: [cx, cy], longer }: Pose, [x, y, z]: Vector): Point => [
  cx + ((x * focal) / z) * longer,
  cy + ((y * focal) / z) * longer,
];

/** The way from the camera to a place of the sheet; it is 1 deep. */
export const rayTo = ({ focal, centre: [cx, cy], longer }: Pose, [x, y]: Point): Vector => [
  (x - cx) / longer / focal,
  (y - cy) / longer / focal,
  1,
];

/** The place of the plane that is seen at a place of the sheet; null beyond its horizon. */
export function metBy(pose: Pose, point: Point): Vector | null {
  const ray = rayTo(pose, point);
  const far = dot(pose.anchor, pose.normal) / dot(ray, pose.normal);
  return Number.isFinite(far) && far > 0 ? [ray[0] * far, ray[1] * far, far] : null;
}
