import { current, isDraft } from 'immer';
import type { Edit } from '../piece/edits/edit';
import { itemOf } from '../piece/edits/items';
import type { Piece } from '../piece/schema';
import type { PieceSize } from '../piece/sizeSchema';
import { onWholePiece } from './editInSize';
import { pieceAt } from './pieceAt';

/** A name that no size has yet: the one that is wished for, or that with a number. */
export function freeSizeName({ sizes }: Pick<Piece, 'sizes'>, wished: string): string {
  const isTaken = (name: string): boolean => sizes.some((one) => one.name === name);
  let number = 2;
  while (isTaken(wished) && isTaken(`${wished} ${number}`)) number++;
  return isTaken(wished) ? `${wished} ${number}` : wished;
}

export const addSize = (size: PieceSize): Edit => onWholePiece((piece) => void piece.sizes.push(structuredClone(size)));

export const removeSize = (id: string): Edit =>
  onWholePiece((piece) => void (piece.sizes = piece.sizes.filter((one) => one.id !== id)));

export const changeSize = (
  id: string,
  change: Partial<Pick<PieceSize, 'name' | 'safe' | 'crop' | 'ppi' | 'out'>>,
): Edit => onWholePiece((piece) => void Object.assign(itemOf(piece.sizes, id), change));

/** Another arrangement of the same size: its crop, and all that is its own. */
export const arrangeAnew = (id: string, { crop, letterings, plates }: PieceSize): Edit =>
  onWholePiece((piece) => void Object.assign(itemOf(piece.sizes, id), structuredClone({ crop, letterings, plates })));

/** Lines of the ticket on which a size can have something of its own. */
export type OwnLine = 0 | 1 | 2;

const ownFields = {
  1: ['lines', 'lockup', 'alignment', 'leading', 'leadings'],
  2: ['place', 'bend', 'perspective'],
} as const;

/** What a size has of its own on a line: of a lettering, or on line 0 of its photographs. */
export function isOwn(size: PieceSize, line: OwnLine, lettering: string | null): boolean {
  if (line === 0) return Object.keys(size.plates).length > 0;
  const own = lettering === null ? undefined : size.letterings[lettering];
  return own !== undefined && ownFields[line].some((field) => own[field] !== undefined);
}

/** Gives up what a size has of its own on a line: it follows the first sheet there again. */
export const followAgain = (id: string, line: OwnLine, lettering: string | null): Edit =>
  onWholePiece((piece) => {
    const size = itemOf(piece.sizes, id);
    if (line === 0) size.plates = {};
    const own = lettering === null ? undefined : size.letterings[lettering];
    if (line === 0 || !own) return;
    for (const field of ownFields[line]) delete own[field];
    if (Object.keys(own).length === 0) delete size.letterings[lettering!];
  });

/** Whether something is seen. @param size null for the first sheet */
export const leaveOut = (size: string | null, item: string, isOut: boolean): Edit =>
  onWholePiece((piece) => {
    const where = size === null ? piece : itemOf(piece.sizes, size);
    where.out = [...where.out.filter((id) => id !== item), ...(isOut ? [item] : [])];
  });

/**
 * Gives a size another width and height: words are scaled as far as all of it fits, photographs cover it as they did.
 * @param basis the piece before the first of several changes in a row; null takes the piece itself
 */
export const resizeSize = (
  id: string,
  { width, height }: { width: number; height: number },
  basis: Piece | null,
): Edit =>
  onWholePiece((draft) => {
    const piece = basis ?? (isDraft(draft) ? current(draft) : draft);
    const before = itemOf(piece.sizes, id);
    const shown = pieceAt(piece, id);
    const [across, down] = [width / before.width, height / before.height];
    const along = (factor: number) => ({
      factor,
      x: width / 2 - (before.width / 2) * factor,
      y: height / 2 - (before.height / 2) * factor,
    });
    const [fit, cover] = [along(Math.min(across, down)), along(Math.max(across, down))];
    const size = itemOf(draft.sizes, id);
    const covered = ({ scale, x, y }: PieceSize['crop']): PieceSize['crop'] => ({
      scale: scale * cover.factor,
      x: x * cover.factor + cover.x,
      y: y * cover.factor + cover.y,
    });
    Object.assign(size, { width, height, crop: covered(before.crop) });
    size.safe = before.safe.map((side) => side * fit.factor) as PieceSize['safe'];
    for (const [key, place] of Object.entries(before.plates)) size.plates[key] = covered(place);
    for (const { id: key, stance } of shown.letterings) {
      const { x, y, scale, rotation, keeping } = stance;
      const place = {
        x: x * fit.factor + fit.x,
        y: y * fit.factor + fit.y,
        scale: scale * fit.factor,
        rotation,
        keeping: keeping && {
          ...keeping,
          scale: keeping.scale * fit.factor,
          width: keeping.width && keeping.width * fit.factor,
          height: keeping.height && keeping.height * fit.factor,
        },
      };
      size.letterings[key] = { ...size.letterings[key], place };
    }
  });
