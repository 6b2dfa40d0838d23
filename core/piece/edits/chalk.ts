import { plainMark, type Mark } from '../../passes/chalk/schema';
import type { Edit } from './edit';
import { freeId, itemOf } from './items';

/** Draws a mark. */
export const addMark =
  (mark: Omit<Parameters<typeof plainMark>[0], 'id'>): Edit =>
  (piece) =>
    void piece.chalk.push(plainMark({ ...mark, id: freeId(piece, 'mark') }));

export const changeMark =
  (id: string, change: Partial<Mark>): Edit =>
  (piece) =>
    void Object.assign(itemOf(piece.chalk, id), change);

export const removeMark =
  (...ids: string[]): Edit =>
  (piece) =>
    void (piece.chalk = piece.chalk.filter(({ id }) => !ids.includes(id)));
