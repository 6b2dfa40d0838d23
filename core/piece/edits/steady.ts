import { current, isDraft } from 'immer';
import type { Keeping, Stance } from '../../passes/stance/schema';
import { middleOf, type Region } from '../../pixels/region';
import { apply, placedBounds, type Point } from '../../shape/affine';
import type { Letters } from '../../type/letters';
import { standingBox } from '../../type/standing';
import type { Lettering, Piece } from '../schema';
import type { Edit } from './edit';
import { itemOf } from './items';

interface Size {
  width: number;
  height: number;
}

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
    stance.x += move[0];
    stance.y += move[1];
    if (stance.keeping) return keepPlace(stance, moved, piece.sheet);
    const stood = standingBox(laidBefore);
    const inside = !stood || isInside(stood, piece.sheet) ? intoSheet(moved, piece.sheet) : [0, 0];
    stance.x += inside[0];
    stance.y += inside[1];
  };

/** Fits the ink into what it is kept within, and brings its middle to where it is kept, or leaves that where it is. */
function keepPlace(stance: Stance, box: Region, sheet: Size): void {
  const keeping = stance.keeping!;
  const scale = fittingScale(keeping, box, stance.scale);
  const factor = scale / stance.scale;
  const [x, y] = middleOf(box);
  stance.x = (keeping.across ? sheet.width / 2 : x) - (x - stance.x) * factor;
  stance.y = (keeping.down ? sheet.height / 2 : y) - (y - stance.y) * factor;
  stance.scale = scale;
}

/** The scale that is wished for, or the largest at which a box is within what is kept. @param now at which it has its size */
function fittingScale({ width, height, scale }: Keeping, box: Size, now: number): number {
  const fits = [width && width / box.width, height && height / box.height].flatMap((fit) => (fit ? [fit * now] : []));
  return Math.max(0.01, Math.min(scale, ...fits));
}

/**
 * Changes where a lettering stands. What is moved or scaled by hand is no longer kept where it was: its middle may stay
 * only where it is not moved, and the scale set by hand is the one that is wished for from then on.
 */
export const setStance =
  (id: string, change: Partial<Stance>): Edit =>
  (piece) => {
    const { stance } = itemOf(piece.letterings, id);
    const { keeping } = stance;
    // Turning about a point moves the origin, not the words.
    const isMoved = (axis: 'x' | 'y'): boolean =>
      change[axis] !== undefined && change.rotation === undefined && Math.abs(change[axis]! - stance[axis]) > 1e-6;
    if (keeping && change.keeping === undefined) {
      if (isMoved('x') && change.scale === undefined) keeping.across = false;
      if (isMoved('y') && change.scale === undefined) keeping.down = false;
      if (change.scale !== undefined) keeping.scale = change.scale;
    }
    Object.assign(stance, change);
  };

/**
 * What of a lettering's place stays true from now on; it is made true at once. @param change of what is kept; with
 * nothing left to keep the words are as free as before
 */
export const setKeeping =
  (id: string, change: Partial<Keeping>, lettersOf: Laid): Edit =>
  (piece) => {
    const { stance } = itemOf(piece.letterings, id);
    const before = stance.keeping ?? { across: false, down: false, width: null, height: null, scale: stance.scale };
    const keeping = { ...before, ...change };
    const laid = lettersOf(asItIs(piece, id));
    stance.keeping = keeping;
    const box = laid && standingBox(laid);
    if (box && !stance.perspective) keepPlace(stance, box, piece.sheet);
    if (!keeping.across && !keeping.down && keeping.width === null && keeping.height === null) stance.keeping = null;
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

const isInside = ({ x, y, width, height }: Region, sheet: Size): boolean =>
  x >= 0 && y >= 0 && x + width <= sheet.width && y + height <= sheet.height;

/** The way into the sheet; what is larger than the sheet is not moved in that direction. */
function intoSheet(box: Region, sheet: Size): [number, number] {
  const along = (at: number, size: number, room: number): number =>
    size > room ? 0 : Math.min(Math.max(at, 0), room - size) - at;
  return [along(box.x, box.width, sheet.width), along(box.y, box.height, sheet.height)];
}
