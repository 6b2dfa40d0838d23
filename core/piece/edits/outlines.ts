import type { Outline } from '../../passes/outlines/schema';
import { moveWithin, type Edit } from './edit';
import { dropUnused, itemOf } from './items';

/** An id that none of the outlines has yet. */
export function freeOutline(list: readonly Outline[]): string {
  let number = 1;
  while (list.some(({ id }) => id === `outline-${number}`)) number++;
  return `outline-${number}`;
}

/** Lays an outline on; it is the nearest. */
export const addOutline =
  (id: string, outline: Outline): Edit =>
  (piece) =>
    void itemOf(piece.letterings, id).outlines.list.push(structuredClone(outline));

export const setOutline =
  (id: string, outline: string, change: Partial<Outline>): Edit =>
  (piece) =>
    void Object.assign(itemOf(itemOf(piece.letterings, id).outlines.list, outline), change);

export const removeOutline =
  (id: string, outline: string): Edit =>
  (piece) => {
    const { outlines } = itemOf(piece.letterings, id);
    outlines.list = outlines.list.filter((one) => one.id !== outline);
    dropUnused(piece);
  };

/** Moves an outline nearer or farther among the outlines. */
export const moveOutline =
  (id: string, from: number, to: number): Edit =>
  (piece) =>
    moveWithin(itemOf(piece.letterings, id).outlines.list, from, to);
