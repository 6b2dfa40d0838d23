import { isByLetters, plainTone, type Grade, type GradeReach, type ToneField } from '../../passes/grade/schema';
import type { Piece } from '../schema';
import { moveWithin, type Edit } from './edit';
import { itemOf } from './items';

export const addGrade =
  (grade: Grade): Edit =>
  (piece) =>
    void piece.grades.push(structuredClone(grade));

/** Gives a grade another reach. @param lettering whose letters tell the area where it names none yet */
export const setGradeReach =
  (id: string, change: Partial<GradeReach>, lettering: string | null = null): Edit =>
  (piece) => {
    const { reach } = itemOf(piece.grades, id);
    Object.assign(reach, change);
    reach.lettering = isByLetters(reach.area) ? (reach.lettering ?? lettering) : null;
    if (reach.area === 'everything' || reach.area === 'letters') reach.on = { kind: 'all' };
  };

/** Makes one part of a grade as if it had never been set. */
export const clearGrade =
  (id: string, parts: readonly ToneField[]): Edit =>
  (piece) => {
    const grade = itemOf(piece.grades, id);
    for (const part of parts) Object.assign(grade, { [part]: structuredClone(plainTone[part]) });
  };

/** Moves a grade to another place among the grades; they are laid on in their order. */
export const moveGrade =
  (from: number, to: number): Edit =>
  (piece: Piece) =>
    moveWithin(piece.grades, from, to);
