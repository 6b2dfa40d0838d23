import type { Point } from '../../shape/affine';
import { timesHomography, type Homography, type Quad } from '../../shape/homography';
import { dot, metBy, rayTo, seenAt, type Pose, type ScenePlane, type Vector } from '../../shape/scenePlane';
import type { Falling, Shine } from './falls';

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** The way to the light, of length 1: to the right, down, and away from the camera. */
function toLight({ tilt, height }: Shine): Vector {
  const flat = Math.cos(radians(height));
  return [flat * Math.cos(radians(tilt)), -flat * Math.sin(radians(tilt)), -Math.sin(radians(height))];
}

/** Light falls on a plane at no flatter an angle than this: a shadow would be endless. */
const lowest = Math.sin(radians(6));

/** How far from its plane something throws its shadow along it, for each px that it stands off; across and down. */
function along({ across, down, normal }: Pose, shine: Shine): { by: Point; steep: number } {
  const light = toLight(shine);
  const steep = Math.max(lowest, dot(light, normal));
  return { by: [-dot(light, across) / steep, -dot(light, down) / steep], steep };
}

const plus = ([a, b, c]: Vector, [x, y, z]: Vector, k: number): Vector => [a + x * k, b + y * k, c + z * k];

/** What falls towards the viewer stays before the camera: at no less than this part of its foot's distance. */
const nearest = 0.2;

/** How high above its foot something ends that is seen to end at a place, square to the plane. */
function heightSeen(pose: Pose, foot: Vector, top: Point): number {
  const [x, y] = rayTo(pose, top);
  const { normal } = pose;
  // On the ray: across and down, as much as deep. Least squares of both, for one height.
  const rows = [
    { of: normal[0] - x * normal[2], lacks: x * foot[2] - foot[0] },
    { of: normal[1] - y * normal[2], lacks: y * foot[2] - foot[1] },
  ];
  const square = rows.reduce((sum, { of }) => sum + of * of, 0);
  return square > 1e-12 ? rows.reduce((sum, { of, lacks }) => sum + of * lacks, 0) / square : 0;
}

/**
 * Where the ends of the upper edge fall on a plane that letters stand on, square to it, as the camera sees it (Blinn 1988).
 * @returns null where their feet are seen beyond its horizon
 */
export function tipsOnPlane([a, b, c, d]: Quad, shine: Shine, { pose }: ScenePlane): [Point, Point] | null {
  const { by } = along(pose, shine);
  const tip = (top: Point, at: Point): Point | null => {
    const foot = metBy(pose, at);
    if (!foot) return null;
    const high = Math.max(0, heightSeen(pose, foot, top));
    const shift = plus([0, 0, 0], pose.across, by[0] * high);
    const whole = plus(shift, pose.down, by[1] * high);
    const part = foot[2] + whole[2] < nearest * foot[2] ? ((nearest - 1) * foot[2]) / whole[2] : 1;
    return seenAt(pose, plus(foot, whole, part));
  };
  const [left, right] = [tip(a, d), tip(b, c)];
  return left && right ? [left, right] : null;
}

/** How far a shadow's edge on a plane is from what throws it, in heights of the letters. */
export const farOnPlane = (shine: Shine, { pose }: ScenePlane): number => 1 / along(pose, shine).steep;

/**
 * How letters fall on a plane that they lie before, side by side with it.
 * @param lift how far they stand off it, as large as a px is seen at their middle @param middle of theirs, sheet px
 */
export function fallingOnPlane(lift: number, middle: Point, shine: Shine, plane: ScenePlane): Falling | null {
  const { pose, toSheet, fromSheet } = plane;
  const at = metBy(pose, middle);
  if (!at) return null;
  const { by } = along(pose, shine);
  // A px of the plane is as large as one of the sheet at the anchor's distance.
  const far = (lift * at[2]) / pose.anchor[2];
  const shifted = (sign: number): Homography => {
    const move: Homography = [1, 0, sign * by[0] * far, 0, 1, sign * by[1] * far, 0, 0, 1];
    return timesHomography(toSheet, timesHomography(move, fromSheet));
  };
  return { toShadow: shifted(1), toLetters: shifted(-1), toBox: alike, isFront: true };
}

/** All of it is as far off: as high above the foot as letters come. */
const alike: Homography = [0, 0, 0, 0, 0, -0.3, 0, 0, 1];
