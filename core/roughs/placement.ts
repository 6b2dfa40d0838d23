import type { Region } from '../pixels/region';
import { regionOfPoints } from '../pixels/region';
import { apply, corners, followedBy, placed, type Point } from '../shape/affine';
import { boxToQuad, throughHomography, type Quad } from '../shape/homography';
import { fromMiddle, type Setting } from './settings';

/** One way for a setting to stand on the sheet. */
export interface Placement {
  setting: Setting;
  /** Where a place of the setting comes to lie, sheet px. */
  at(x: number, y: number): Point;
  /** The middle of the ink, sheet px; how it is turned, degrees clockwise; and its scale. */
  middle: Point;
  rotation: number;
  scale: number;
  /** The corners of its ink, where it lies in perspective. */
  quad: Quad | null;
  /** Around it, sheet px. */
  box: Region;
  /** The number of the thing that stands before it; null where none does. */
  front: number | null;
}

export function standing(
  setting: Setting,
  { middle, scale, rotation = 0, front = null }: Pick<Placement, 'middle' | 'scale'> & Partial<Placement>,
): Placement {
  const place = followedBy(fromMiddle(setting), placed(scale, rotation, middle[0], middle[1]));
  const { a, b, c, d, e, f } = place;
  return {
    setting,
    at: (x, y) => [a * x + c * y + e, b * x + d * y + f],
    middle,
    rotation,
    scale,
    quad: null,
    box: regionOfPoints(corners(setting.ink).map((corner) => apply(place, corner)))!,
    front,
  };
}

export function inPerspective(setting: Setting, quad: Quad): Placement {
  const map = boxToQuad(setting.ink, quad);
  const box = regionOfPoints(quad)!;
  const length = (p: Point, q: Point): number => Math.hypot(p[0] - q[0], p[1] - q[1]);
  return {
    setting,
    at: (x, y) => throughHomography(map, [x, y]),
    middle: [box.x + box.width / 2, box.y + box.height / 2],
    rotation: 0,
    scale: (length(quad[0], quad[3]) + length(quad[1], quad[2])) / 2 / setting.ink.height,
    quad,
    box,
    front: null,
  };
}

/** The setting scaled so that its ink is so wide, and no higher than that; sheet px. */
export const scaleFor = ({ ink }: Setting, width: number, height: number): number =>
  Math.min(width / ink.width, height / ink.height);

/** So many even steps from one end to the other. */
export const evenSteps = (from: number, to: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => (count === 1 ? (from + to) / 2 : from + ((to - from) * i) / (count - 1)));
