import { gradientCoat, patternCoat } from './firstCoats';
import type { Coat } from '../../../../core/coats/schema';
import { plainBackdrop, type Backdrop } from '../../../../core/passes/backdrop/schema';
import type { Veil } from '../../../../core/passes/veils/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import { dropUnused, setField } from '../../../../core/piece/edits/items';
import { askFineEdge } from '../../../../core/piece/edits/veils';
import type { Piece } from '../../../../core/piece/schema';
import type { Region } from '../../../../core/pixels/region';

/** What is cut out in its own place, and could stand before a backdrop. */
export const veilsInPlace = ({ veils }: Pick<Piece, 'veils'>): Veil[] =>
  veils.filter(({ graft, cuts }) => graft === null && cuts.length > 0);

/** What stands before the backdrop that there is. */
export const veilsBefore = (piece: Pick<Piece, 'veils' | 'backdrop'>): Veil[] =>
  veilsInPlace(piece).filter(({ plate }) => piece.backdrop?.plates.includes(plate));

/** Those of them whose edge is as it was cut: hair and blur still show the old ground there. */
export const unsolvedOf = (piece: Pick<Piece, 'veils' | 'backdrop'>): Veil[] =>
  veilsBefore(piece).filter(({ fine, softness }) => !fine && !softness);

/** What can stand behind, in place of the photograph. */
export type Ground = 'colour' | 'gradient' | 'texture';

const paints: Record<Ground, { paint: string; coats: Coat[] }> = {
  colour: { paint: '#d8cdb8', coats: [] },
  gradient: { paint: '#d8cdb8', coats: [gradientCoat] },
  texture: { paint: '#cbb391', coats: [patternCoat] },
};

/** Takes the photographs off but for what is cut from them. @param stands where that stands, sheet px */
export const standBefore =
  (ground: Ground | null, stands: Region | null): Edit =>
  (piece) => {
    const plates = [...new Set(veilsInPlace(piece).map(({ plate }) => plate))];
    if (plates.length === 0) return;
    piece.backdrop = piece.backdrop ? { ...piece.backdrop, stands } : plainBackdrop({ plates, stands });
    if (!ground) return;
    Object.assign(piece.sheet, structuredClone(paints[ground]));
    dropUnused(piece);
  };

/** Changes the backdrop that there is; what is not named stays. */
export const changeBackdrop =
  (change: Partial<Backdrop>): Edit =>
  (piece) => {
    if (piece.backdrop) Object.assign(piece.backdrop, change);
  };

export const putBack: Edit = setField('backdrop', null);

/** Asks for the edges that are not solved yet. */
export const solveEdges: Edit = (piece) => {
  for (const { id } of unsolvedOf(piece)) askFineEdge(id, { needed: true, reach: 2 })(piece);
};
