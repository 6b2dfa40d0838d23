import type { Grade } from '../../../../core/passes/grade/schema';
import type { Piece } from '../../../../core/piece/schema';

/** Grades that concern a lettering, or none at all, with their places among all of them; the last one first. */
export const gradesFor = (
  { grades }: Pick<Piece, 'grades'>,
  lettering: string | null,
): { grade: Grade; index: number }[] =>
  grades
    .map((grade, index) => ({ grade, index }))
    .filter(({ grade: { reach } }) => reach.lettering === null || reach.lettering === lettering)
    .reverse();
