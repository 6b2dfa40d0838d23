import { z } from 'zod';
import type { PassDocument } from '../pass';
import { markSchema, mostMarks, type Mark } from './schema';

/** The plan that is drawn over the picture, and never exported. */
export const chalkDocument: PassDocument<Mark[]> = {
  schema: z.array(markSchema).max(mostMarks).default([]),
  plain: () => [],
  lists: { kind: 'mark' },
  describes: `**\`chalk\`** (optional) - planning marks over the picture; they are never exported. Each has an \`id\`, a \`kind\`
(\`circle\`: two corners of its box; \`arrow\`: from, to; \`line\`; \`note\`; \`keep\`: what must stay visible around a point,
within \`radius\` px), its \`points\` \`[[x, y]]\` px, a \`text\`, the \`line\` of the ticket that it is for or \`null\`, the \`plate\`
that it goes along with or \`null\`, and \`done\`: struck off.`,
  without: (marks, isGone) =>
    marks.map((mark) => (mark.plate !== null && isGone(mark.plate) ? { ...mark, plate: null } : mark)),
  resized(marks, { design, plate }) {
    for (const mark of marks) {
      const { factor, at } = mark.plate === null ? design : plate(mark.plate);
      mark.points = mark.points.map(at);
      mark.radius = Math.max(1, mark.radius * factor);
    }
  },
};
