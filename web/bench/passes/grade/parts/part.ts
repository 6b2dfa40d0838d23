import type { ComponentType } from 'react';
import type { Grade, ToneField } from '../../../../../core/passes/grade/schema';
import type { Edit } from '../../../../../core/piece/edits/edit';

/** What the sentence of one part of a grade is given. */
export interface PartProps {
  grade: Grade;
  /** What the grade is called for who hears it, such as `grade 2`. */
  name: string;
  set(change: Partial<Grade>): Edit;
}

/** One thing that a grade can do. */
export interface GradePart {
  /** As it is offered. */
  title: string;
  /** Fields of the grade that it owns. */
  fields: readonly ToneField[];
  /** What it begins with. @param width of the sheet, px */
  first(width: number): Partial<Grade>;
  Sentence: ComponentType<PartProps>;
  /** What it does, for the summary: after "the photo is". */
  says(grade: Grade): string;
  /** It reads what is around a px, which letters by themselves have not. */
  isOfNeighbours?: boolean;
}
