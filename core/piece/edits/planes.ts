import { isConvex, movedCorners, type Quad } from '../../shape/homography';
import { apply, corners, inverse, placed, type Affine, type Point } from '../../shape/affine';
import { inPlane, onSheet, planeFromLines, type ScenePlane } from '../../shape/scenePlane';
import { roundedPoint } from '../../shape/rounding';
import type { Region } from '../../pixels/region';
import type { Plane } from '../../passes/planes/schema';
import type { Perspective } from '../../passes/stance/schema';
import type { Lettering, Sheet } from '../schema';
import type { Edit } from './edit';
import { itemOf } from './items';

/** Why letters cannot lie where they are wanted. */
export const beyondHorizon = 'There the plane has passed its horizon: the words stay where they are.';

export const addPlane =
  (plane: Plane): Edit =>
  (piece) =>
    void piece.planes.push(plane);

export const changePlane =
  (id: string, change: Partial<Plane>): Edit =>
  (piece) =>
    void Object.assign(itemOf(piece.planes, id), change);

const placeOf = ({ stance: { scale, rotation, x, y } }: Pick<Lettering, 'stance'>): Affine =>
  placed(scale, rotation, x, y);

/** Where the corners of a lettering's box stand on the sheet. @param box of its flat ink, where it is in no perspective */
export function cornersOnSheet(lettering: Lettering, box: Region): Point[] {
  const { perspective } = lettering.stance;
  const own = perspective ? movedCorners(perspective.box, perspective.moves) : corners(box);
  return own.map((corner) => apply(placeOf(lettering), corner));
}

const meanPoint = (points: readonly Point[]): Point => [
  points.reduce((sum, [x]) => sum + x, 0) / points.length,
  points.reduce((sum, [, y]) => sum + y, 0) / points.length,
];

/** The middle of a lettering's box, in the plane. */
export const middleInPlane = (lettering: Lettering, box: Region, plane: ScenePlane): Point =>
  meanPoint(cornersOnSheet(lettering, box).map((corner) => inPlane(plane, corner)));

/** The perspective in which a box has its corners at given places of the sheet; null where they bound no area. */
function perspectiveAt(lettering: Lettering, box: Region, wanted: readonly Point[]): Perspective | null {
  const back = inverse(placeOf(lettering));
  const own = corners(box);
  const moves = wanted.map((corner, i) => {
    const [x, y] = apply(back, corner);
    return roundedPoint([x - own[i][0], y - own[i][1]], 2);
  }) as Perspective['moves'];
  return isConvex(movedCorners(box, moves) as Quad) ? { box, moves } : null;
}

/** A rectangle of a plane, by its middle and size, px of the plane. */
interface Rectangle {
  middle: Point;
  width: number;
  height: number;
}

const cornersOfRectangle = ({ middle: [x, y], width, height }: Rectangle): Point[] =>
  corners({ x: x - width / 2, y: y - height / 2, width, height });

/** The places on the sheet; null where one of them lies behind the horizon. */
function seenAll(plane: ScenePlane, places: readonly Point[]): Point[] | null {
  const seen = places.map((place) => onSheet(plane, place));
  return seen.every((one) => one !== null) ? seen : null;
}

/**
 * The stance in which words lie in a plane, as large and in the middle of where they stand now.
 * @param box of their flat ink, lettering px
 * @returns null where the plane cannot be seen there
 */
export function laidInPlane(lettering: Lettering, box: Region, plane: ScenePlane): Perspective | null {
  const { scale } = lettering.stance;
  const now = cornersOnSheet(lettering, box);
  const middle = inPlane(plane, meanPoint(now));
  const own = lettering.stance.perspective?.box ?? box;
  const near = onSheet(plane, [middle[0] + 1, middle[1]]);
  const at = onSheet(plane, middle);
  if (!near || !at) return null;
  // How large a px of the plane is seen there.
  const seen = Math.hypot(near[0] - at[0], near[1] - at[1]);
  const wide = (own.width * scale) / Math.max(1, seen);
  const wanted = seenAll(plane, cornersOfRectangle({ middle, width: wide, height: (wide * own.height) / own.width }));
  return wanted && perspectiveAt(lettering, own, wanted);
}

/** Words moved and scaled along the plane that they lie in. @param by px of the plane */
export function movedInPlane(
  lettering: Lettering,
  plane: ScenePlane,
  { by, factor = 1 }: { by: Point; factor?: number },
): Perspective | null {
  const { perspective } = lettering.stance;
  if (!perspective) return null;
  const now = cornersOnSheet(lettering, perspective.box).map((corner) => inPlane(plane, corner));
  const [mx, my] = meanPoint(now);
  const wanted = seenAll(
    plane,
    now.map(([x, y]): Point => [mx + (x - mx) * factor + by[0], my + (y - my) * factor + by[1]]),
  );
  return wanted && perspectiveAt(lettering, perspective.box, wanted);
}

/** Lays words into a plane. */
export const layInPlane =
  (id: string, plane: string, perspective: Perspective): Edit =>
  (piece) => {
    const lettering = itemOf(piece.letterings, id);
    lettering.stance.perspective = perspective;
    lettering.drape.plane = plane;
  };

/** Words that lie in no plane; they stay as they are seen. */
export const leavePlane =
  (id: string): Edit =>
  (piece) =>
    void (itemOf(piece.letterings, id).drape.plane = null);

/** A plane of the piece as the camera sees it. @throws PlaneError */
export const sceneOf = ({ lines }: Plane, sheet: Sheet): ScenePlane => planeFromLines(lines, sheet);
