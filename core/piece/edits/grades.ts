import type { Grade, GradeReach } from '../../passes/grade/schema';
import type { Piece } from '../schema';
import { moveWithin, type Edit } from './edit';
import { itemOf } from './items';

export const addGrade =
  (grade: Grade): Edit =>
  (piece) =>
    void piece.grades.push(structuredClone(grade));

export const setGradeReach =
  (id: string, change: Partial<GradeReach>): Edit =>
  (piece) =>
    void Object.assign(itemOf(piece.grades, id).reach, change);

/** Moves a grade to another place among the grades; they are laid on in their order. */
export const moveGrade =
  (from: number, to: number): Edit =>
  (piece: Piece) =>
    moveWithin(piece.grades, from, to);
