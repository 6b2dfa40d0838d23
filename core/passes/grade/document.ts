import { z } from 'zod';
import type { PassDocument } from '../pass';
import { describes } from './format';
import { gradeSchema, type Grade } from './schema';

const problem = 'A grade reaches for letters or a veil that are not there.';

/** Changes of the photograph, in the order in which they are laid on. */
export const gradesDocument: PassDocument<Grade[]> = {
  schema: z.array(gradeSchema).max(100).default([]),
  plain: () => [],
  describes,
  lists: { kind: 'grade' },
  resized(grades, { design: { factor } }) {
    for (const grade of grades) {
      grade.reach.soft *= factor;
      grade.blur *= factor;
    }
  },
  links: (grades) =>
    grades.flatMap(({ reach: { lettering, on } }) => [
      { kind: 'lettering', id: lettering, problem },
      ...(on.kind === 'all' ? [] : [{ kind: 'veil' as const, id: on.veil, problem }]),
    ]),
  without: (grades, isGone) =>
    grades.filter(({ reach: { lettering, on } }) => !isGone(lettering) && (on.kind === 'all' || !isGone(on.veil))),
};
