import { enablePatches, produceWithPatches, type Patch } from 'immer';
import { pieceSchema, type Piece } from '../schema';

enablePatches();

/** A change of a piece, written as changes of a draft of it. */
export type Edit = (draft: Piece) => void;

/** What came of an edit: the new piece, and the patches that lead there and back. */
export interface Edited {
  piece: Piece;
  patches: Patch[];
  inverse: Patch[];
}

/** Applies an edit; the piece given is never changed. */
export function applyEdit(piece: Piece, edit: Edit): Edited {
  const [next, patches, inverse] = produceWithPatches(piece, (draft: Piece) => {
    edit(draft);
  });
  return { piece: next, patches, inverse };
}

/** What is wrong with a piece after an edit, for a person; null when nothing is. */
export function problemWith(piece: Piece): string | null {
  const result = pieceSchema.safeParse(piece);
  return result.success ? null : result.error.issues[0].message;
}

/** Moves one of a list to another place, which is kept within the list; in place. */
export function moveWithin<Item>(list: Item[], from: number, to: number): void {
  list.splice(Math.max(0, Math.min(list.length - 1, to)), 0, ...list.splice(from, 1));
}

export type { Patch };
