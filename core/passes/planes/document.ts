import { z } from 'zod';
import type { PassDocument } from '../pass';
import { planeSchema, type Plane } from './schema';

/** Surfaces of the photograph that letterings lie in. */
export const planesDocument: PassDocument<Plane[]> = {
  schema: z.array(planeSchema).max(50).default([]),
  plain: () => [],
  lists: { kind: 'plane' },
  describes: `**\`planes\`** (optional) - flat surfaces of the photograph. Each has an \`id\`, a \`name\` and \`lines\`: two
along one direction, then two along another, each \`[[x, y], [x, y]]\` px, drawn along what is parallel there. A
lettering's \`drape.plane\` names the one that it lies in.`,
  resized(planes, { design }) {
    for (const plane of planes)
      plane.lines = plane.lines.map((line) => line.map((point) => design.at(point))) as Plane['lines'];
  },
};
