import type { Grade, GradeReach } from '../../passes/grade/schema';
import type { Piece } from '../schema';
import { moveWithin, type Edit } from './edit';
import { thing } from './things';

export const addGrade =
  (grade: Grade): Edit =>
  (piece) =>
    void piece.grades.push(structuredClone(grade));

export const setGrade =
  (id: string, change: Partial<Grade>): Edit =>
  (piece) =>
    void Object.assign(thing(piece.grades, id), change);

export const setGradeReach =
  (id: string, change: Partial<GradeReach>): Edit =>
  (piece) =>
    void Object.assign(thing(piece.grades, id).reach, change);

export const removeGrade =
  (id: string): Edit =>
  (piece) =>
    void (piece.grades = piece.grades.filter((grade) => grade.id !== id));

/** Moves a grade to another place among the grades; they are laid on in their order. */
export const moveGrade =
  (from: number, to: number): Edit =>
  (piece: Piece) =>
    moveWithin(piece.grades, from, to);
