import type { PassDocument } from '../pass';
import { describes } from './format';
import { plainStance, stanceSchema, type Stance } from './schema';

/** The stance of a lettering. */
export const stanceDocument: PassDocument<Stance> = {
  schema: stanceSchema,
  plain: ({ sheet }) => plainStance({ x: sheet.width / 2, y: sheet.height / 2, rotation: 0, scale: 1 }),
  describes,
  resized(stance, { design: { factor, at } }) {
    [stance.x, stance.y] = at([stance.x, stance.y]);
    stance.scale *= factor;
    const { keeping } = stance;
    if (keeping) {
      keeping.scale *= factor;
      if (keeping.width !== null) keeping.width *= factor;
      if (keeping.height !== null) keeping.height *= factor;
    }
    for (const echo of stance.echoes) Object.assign(echo, { x: echo.x * factor, y: echo.y * factor });
  },
};
