import { current, isDraft } from 'immer';
import type { Region } from '../../pixels/region';
import { apply, placedBounds, type Point } from '../../shape/affine';
import type { Letters } from '../../type/letters';
import { standingBox } from '../../type/standing';
import type { Lettering, Piece } from '../schema';
import type { Edit } from './edit';
import { itemOf } from './items';

type Laid = (lettering: Lettering) => Letters | null;

/**
 * A change of a lettering's words or lockup that leaves the block where it is by eye: its ink's middle stays, or the
 * edge that its lines are aligned to where only the text changes; a line stays on its baseline. What stood inside the
 * sheet, or is new, stays inside as far as it fits.
 * @param lettersOf lays a lettering out; null where that cannot be done yet, and then nothing is moved
 */
export const steadily =
  (id: string, edit: Edit, lettersOf: Laid): Edit =>
  (piece) => {
    const before = asItIs(piece, id);
    const laidBefore = lettersOf(before);
    edit(piece);
    const after = asItIs(piece, id);
    const laid = lettersOf(after);
    if (!laid?.ink || !laidBefore || after.stance.perspective) return;
    const { stance } = itemOf(piece.letterings, id);
    const move = laidBefore.ink ? between(anchors(before, laidBefore, after, laid)) : [0, 0];
    const box = placedBounds(laid.place, laid.ink);
    const moved = { ...box, x: box.x + move[0], y: box.y + move[1] };
    const stood = standingBox(laidBefore);
    const inside = !stood || isInside(stood, piece.sheet) ? intoSheet(moved, piece.sheet) : [0, 0];
    stance.x += move[0] + inside[0];
    stance.y += move[1] + inside[1];
  };

function asItIs(piece: Piece, id: string): Lettering {
  const lettering = itemOf(piece.letterings, id);
  return isDraft(lettering) ? current(lettering) : lettering;
}

/** Where a point of the block stood on the sheet, and where the same point stands now. */
function anchors(before: Lettering, laidBefore: Letters, after: Lettering, laid: Letters): [Point, Point] {
  const isSameArrangement =
    before.words.alignment === after.words.alignment && before.words.lockup.kind === after.words.lockup.kind;
  const inked = ({ lines }: Letters): number => lines.filter(({ ink }) => ink).length;
  const keepsBaseline = isSameArrangement && inked(laidBefore) === inked(laid);
  const share = isSameArrangement ? { left: 0, centre: 0.5, right: 1 }[after.words.alignment] : 0.5;
  const point = ({ ink, place }: Letters): Point =>
    apply(place, [ink!.x + ink!.width * share, keepsBaseline ? 0 : ink!.y + ink!.height / 2]);
  return [point(laidBefore), point(laid)];
}

const between = ([from, to]: [Point, Point]): [number, number] => [from[0] - to[0], from[1] - to[1]];

const isInside = ({ x, y, width, height }: Region, sheet: { width: number; height: number }): boolean =>
  x >= 0 && y >= 0 && x + width <= sheet.width && y + height <= sheet.height;

/** The way into the sheet; what is larger than the sheet is not moved in that direction. */
function intoSheet(box: Region, sheet: { width: number; height: number }): [number, number] {
  const along = (at: number, size: number, room: number): number =>
    size > room ? 0 : Math.min(Math.max(at, 0), room - size) - at;
  return [along(box.x, box.width, sheet.width), along(box.y, box.height, sheet.height)];
}
