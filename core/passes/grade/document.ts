import { z } from 'zod';
import type { Link, PassDocument } from '../pass';
import { describes } from './format';
import { gradeSchema, type Grade, type GradeReach } from './schema';

const problem = 'A grade reaches for letters, a veil or a photograph that are not there.';

/** Changes of tone and colour, in the order in which they are laid on. */
export const gradesDocument: PassDocument<Grade[]> = {
  schema: z.array(gradeSchema).max(100).default([]),
  plain: () => [],
  describes,
  lists: { kind: 'grade' },
  resized(grades, { design: { factor } }) {
    for (const grade of grades) {
      grade.reach.soft *= factor;
      grade.blur *= factor;
      if (grade.localContrast) grade.localContrast.radius *= factor;
    }
  },
  links: (grades) =>
    grades.flatMap(({ reach: { lettering, on } }) => [
      ...(lettering === null ? [] : [{ kind: 'lettering' as const, id: lettering, problem }]),
      ...namedBy(on).map((named) => ({ ...named, problem })),
    ]),
  without: (grades, isGone) =>
    grades.filter(
      ({ reach: { lettering, on } }) =>
        (lettering === null || !isGone(lettering)) && namedBy(on).every(({ id }) => !isGone(id)),
    ),
};

/** What a reach points at besides letters. */
function namedBy(on: GradeReach['on']): Pick<Link, 'kind' | 'id'>[] {
  if (on.kind === 'all') return [];
  return on.kind === 'plate' ? [{ kind: 'plate', id: on.plate }] : [{ kind: 'veil', id: on.veil }];
}
