import { passes } from '../../passes';
import type { GoingAlong, Resizing } from '../../passes/pass';
import { uncovered } from '../../passes/plate/gauge';
import { letteringDocuments, pictureDocuments, type Piece } from '../schema';
import { applyEdit, type Edit } from './edit';
import type { LetteringPart } from './items';

interface Size {
  width: number;
  height: number;
}

/**
 * Gives the sheet another size, and takes the design along: words, veils, outlines, panels and guides are scaled by the
 * same factor as far as all of it fits, about the sheet's middle; photographs that covered the sheet cover it again.
 * @param pictureOf size of a plate's picture, by the key of its asset
 * @param basis the piece before the first of several changes of the size in a row, so that width after height is the
 * same as both at once; null takes the piece itself
 */
export const resizeSheet =
  (size: Size, pictureOf: (asset: string) => Size, basis: Piece | null): Edit =>
  (piece) => {
    if (!basis) return goAlong(piece, size, pictureOf);
    const next = applyEdit(basis, (draft) => goAlong(draft, size, pictureOf)).piece;
    Object.assign(piece, next);
  };

/** Other sizes stay as they are: their crop sees the same of a sheet that has been scaled. */
function keepSizes(piece: Piece, design: GoingAlong): void {
  const [dx, dy] = design.at([0, 0]);
  for (const size of piece.sizes) {
    const { scale, x, y } = size.crop;
    // Photographs that cover the sheet again go another way than the design.
    for (const plate of piece.plates)
      size.plates[plate.id] ??= { scale: plate.scale * scale, x: plate.x * scale + x, y: plate.y * scale + y };
    const next = scale / design.factor;
    size.crop = { scale: next, x: x - dx * next, y: y - dy * next };
  }
}

function goAlong(piece: Piece, size: Size, pictureOf: (asset: string) => Size): void {
  const before = { ...piece.sheet };
  const [across, down] = [size.width / before.width, size.height / before.height];
  const along = (factor: number): GoingAlong => ({
    factor,
    at: ([x, y]) => [
      (x - before.width / 2) * factor + size.width / 2,
      (y - before.height / 2) * factor + size.height / 2,
    ],
  });
  const [design, covering] = [along(Math.min(across, down)), along(Math.max(across, down))];
  const covers = new Set(
    piece.plates.filter((plate) => uncovered(plate, pictureOf(plate.asset), before) === 0).map(({ id }) => id),
  );
  const plate = (id: string): GoingAlong => (covers.has(id) ? covering : design);
  const [farthest] = piece.plates;
  const resizing: Resizing = { design, photograph: farthest && plate(farthest.id), plate };
  keepSizes(piece, design);
  Object.assign(piece.sheet, size);
  for (const lettering of piece.letterings)
    for (const [field, { resized }] of Object.entries(letteringDocuments(passes)))
      resized?.(lettering[field as LetteringPart], resizing);
  for (const [field, { resized }] of Object.entries(pictureDocuments(passes)))
    resized?.(piece[field as keyof Piece], resizing);
  for (const guide of piece.guides) {
    const [x, y] = design.at([guide.at, guide.at]);
    guide.at = guide.axis === 'x' ? x : y;
  }
  for (const slope of piece.slopes) Object.assign(slope, { from: design.at(slope.from), to: design.at(slope.to) });
}
