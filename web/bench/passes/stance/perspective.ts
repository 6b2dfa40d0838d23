import { setStance } from '../../../../core/piece/edits/steady';
import type { Letters } from '../../../../core/type/letters';
import { bendOf } from '../../../../core/passes/stance/bending';
import type { Perspective, Stance } from '../../../../core/passes/stance/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import { isConvex, movedCorners } from '../../../../core/shape/homography';
import { apply, corners, inverse, type Point } from '../../../../core/shape/affine';
import { pathBounds } from '../../../../core/shape/bounds';
import { roundedPoint } from '../../../../core/shape/rounding';
import { warpPath } from '../../../../core/shape/warpPath';
import { unionOf } from '../../../../core/pixels/region';

/**
 * The perspective that a lettering has, or one that changes nothing yet: about the ink as it is before any perspective.
 */
export function perspectiveFor({ bend, perspective }: Stance, flat: Letters): Perspective | null {
  if (perspective) return perspective;
  if (!flat.ink) return null;
  const map = bend && bendOf(bend, flat.ink, flat.capHeight);
  const box = map ? unionOf(flat.letters.map(({ path }) => pathBounds(warpPath(path, map, 0.05)))) : flat.ink;
  return box && box.width > 0 && box.height > 0
    ? {
        box,
        moves: [
          [0, 0],
          [0, 0],
          [0, 0],
          [0, 0],
        ],
      }
    : null;
}

/** Where the four corners stand on the sheet. @param letters as they stand */
export function standingCorners({ box, moves }: Perspective, { place }: Letters): Point[] {
  return movedCorners(box, moves).map((corner) => apply(place, corner));
}

/** Pulls one corner to a point of the sheet; null where the corners would cross. */
export function pulled(id: string, perspective: Perspective, letters: Letters, index: number, to: Point): Edit | null {
  const [x, y] = apply(inverse(letters.place), to);
  const [cornerX, cornerY] = corners(perspective.box)[index];
  return withMove(id, perspective, index, roundedPoint([x - cornerX, y - cornerY], 2));
}

/** Sets how far one corner is moved; null where the corners would cross. */
export function withMove(id: string, { box, moves }: Perspective, index: number, move: [number, number]): Edit | null {
  const next = moves.map((one, i) => (i === index ? move : one)) as Perspective['moves'];
  return isConvex(movedCorners(box, next)) ? setStance(id, { perspective: { box, moves: next } }) : null;
}
