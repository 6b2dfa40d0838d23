import type { Materials } from '../graph/materials';
import { isOfSheet, panelPlace } from '../passes/ink/panel/shape';
import { unionOf, type Region, type Size } from '../pixels/region';
import type { Lettering, Piece } from '../piece/schema';
import type { OwnLettering, PieceSize } from '../piece/sizeSchema';
import { arrange } from '../render/arrange';
import { placedBounds, sizeOf } from '../shape/affine';
import { makePieceAt } from '../sizes/pieceAt';
import { smallestLine } from '../type/smallestLine';
import { standingBox } from '../type/standing';
import type { Letters } from '../type/letters';
import { lockedUp, type Locking } from './lockings';

/** One letter: its box, px of the first sheet. */
export interface BlockLetter {
  lettering: string;
  start: number;
  box: Region;
}

/** All letterings as a way to lock them up leaves them, in px of the first sheet. */
export interface Block {
  locking: Locking;
  letterings: { id: string; own: OwnLettering; stance: Lettering['stance']; box: Region }[];
  letters: BlockLetter[];
  /** Around all of them. */
  box: Region;
  /** The height of the lowest line's letters, px: their median there. */
  height: number;
}

/** A size that shows the first sheet as it is. */
const asItIs = ({ sheet: { width, height, ppi } }: Piece, letterings: PieceSize['letterings']): PieceSize => ({
  id: 'size-0',
  name: 'as it is',
  width,
  height,
  ppi,
  safe: [0, 0, 0, 0],
  crop: { scale: 1, x: 0, y: 0 },
  letterings,
  plates: {},
  out: [],
});

/** The words of a piece brought on lines in one way; null where that changes nothing, or there are no words. */
export function blockOf(piece: Piece, locking: Locking, materials: Materials): Block | null {
  const owns = Object.fromEntries(piece.letterings.map((one) => [one.id, lockedUp(one, locking)]));
  if (Object.values(owns).every((own) => own === null)) return null;
  const given = Object.fromEntries(Object.entries(owns).map(([id, own]) => [id, own ?? {}]));
  const { letterings } = makePieceAt(piece, asItIs(piece, given));
  const laid = letterings.map((lettering) => ({ lettering, letters: arrange(lettering, materials) }));
  const inked = laid.flatMap(({ lettering, letters }) => {
    const box = unionOf([standingBox(letters), panelBox(lettering, letters, piece.sheet)]);
    return box ? [{ lettering, letters, box }] : [];
  });
  if (inked.length === 0) return null;
  const shifts = locking === null ? inked.map(() => 0) : apart(inked.map(({ box }) => box));
  return {
    locking,
    letterings: inked.map(({ lettering: { id, stance }, box }, i) => ({
      id,
      own: given[id],
      stance: { ...stance, y: stance.y + shifts[i] },
      box: { ...box, y: box.y + shifts[i] },
    })),
    letters: inked.flatMap(({ lettering: { id }, letters }, i) =>
      letters.letters.flatMap(({ start, bounds }) => {
        if (!bounds) return [];
        const box = placedBounds(letters.place, bounds);
        return [{ lettering: id, start, box: { ...box, y: box.y + shifts[i] } }];
      }),
    ),
    box: unionOf(inked.map(({ box }, i) => ({ ...box, y: box.y + shifts[i] })))!,
    height: Math.min(...inked.map(({ letters }) => smallestLine(letters))),
  };
}

/** Around the panel that goes with letters; null where there is none, or where it lies on the sheet. */
function panelBox({ ink: { panel } }: Lettering, letters: Letters, sheet: Size): Region | null {
  if (!panel || !letters.ink || isOfSheet(panel.shape)) return null;
  const { box, place } = panelPlace(panel, letters, sheet, sizeOf(letters.place));
  return placedBounds(place, box);
}

/** Of what the boxes have as height together, so much is left between two. */
const between = 0.05;

/** How far boxes are moved down, so that none lies on another: from the upper ones to the lower ones. */
function apart(boxes: readonly Region[]): number[] {
  const gap = boxes.reduce((sum, { height }) => sum + height, 0) * between;
  const order = boxes.map((_, i) => i).sort((a, b) => boxes[a].y - boxes[b].y);
  const shifts = boxes.map(() => 0);
  for (const [place, i] of order.entries())
    for (const above of order.slice(0, place)) {
      const [a, b] = [boxes[above], boxes[i]];
      const isBeside = a.x >= b.x + b.width || b.x >= a.x + a.width;
      if (!isBeside) shifts[i] = Math.max(shifts[i], a.y + shifts[above] + a.height + gap - b.y);
    }
  return boxes.length > 1 ? shifts : [0];
}
