import type { Node } from '../../graph/node';
import type { Point } from '../../shape/affine';
import type { Quad } from '../../shape/homography';
import type { Thrown } from './schema';

/** How far back letters reach that are solid: from each place of their face, a part of the way to a point, sheet px. */
export interface Reach {
  towards: Point;
  /** 0..1 */
  part: number;
}

/** Solid letters as they throw a shadow: the coverage of their face alone, one channel, and how far back they reach. */
export interface Solid extends Reach {
  face: Node;
}

/** Where a slice of a solid stands, and where the ends of its upper edge fall. */
export interface Slice {
  standing: Quad;
  tips: readonly [Point, Point];
}

const towards = ([x, y]: Point, [px, py]: Point, part: number): Point => [x + (px - x) * part, y + (py - y) * part];

/** A quad so far back. */
export const movedBack = (quad: Quad, reach: Reach): Quad =>
  quad.map((corner) => towards(corner, reach.towards, reach.part)) as unknown as Quad;

/**
 * Where a place of the ground lies that is as far back of another as the foot of the back is of that of the face: what is
 * farther off moves less. Level lines that run back meet in the point.
 * @param at a place of the ground @param foot of the face, below it
 */
export function groundMovedBack(at: Point, foot: Point, { towards: point, part }: Reach): Point {
  const thick = part / (1 - part);
  const below = (y: number): number => y - point[1];
  // In distances of the foot; one and the same where that cannot be told.
  const far = below(foot[1]) * below(at[1]) > 0 ? below(foot[1]) / below(at[1]) : 1;
  return towards(at, point, thick / (far + thick));
}

/**
 * From how far above the camera sees the ground at another foot than that where it was told, degrees: its tangent is as
 * much as the foot lies below the place where level lines meet.
 */
export function aboveAt(foot: Point, { above, ahead }: Pick<Thrown, 'above' | 'ahead'>, told: Point): number {
  if (!ahead) return above;
  const share = (foot[1] - ahead[1]) / (told[1] - ahead[1]);
  return share > 0 ? (Math.atan(share * Math.tan((above * Math.PI) / 180)) * 180) / Math.PI : above;
}

/** Slices are no farther apart than this where they stand, sheet px, unless they were more than so many. */
const [apart, mostSlices] = [3, 10];

/**
 * A solid in slices from its face to its back, so near to one another that their shadows together are that of the whole.
 * @param fallsAt where the ends of the upper edge fall of what stands at a place; null where it tells none
 */
export function slicesOf(
  standing: Quad,
  reach: Reach,
  fallsAt: (standing: Quad, reach: Reach) => readonly [Point, Point] | null,
): Slice[] {
  const back = movedBack(standing, reach);
  const sweep = Math.max(...standing.map(([x, y], k) => Math.hypot(back[k][0] - x, back[k][1] - y)));
  const count = Math.min(mostSlices, Math.ceil(sweep / apart));
  return Array.from({ length: count + 1 }, (_, k) => {
    const own = { towards: reach.towards, part: count === 0 ? 0 : (reach.part * k) / count };
    const slice = movedBack(standing, own);
    const tips = fallsAt(slice, own);
    return tips ? [{ standing: slice, tips }] : [];
  }).flat();
}
