import { z } from 'zod';
import type { PassDocument } from '../pass';
import { describes } from './format';
import { plateSchema, type Plate } from './schema';

/** The photographs on the sheet, from far to near. */
export const platesDocument: PassDocument<Plate[]> = {
  schema: z.array(plateSchema).max(50),
  plain: () => [],
  describes,
  lists: { kind: 'plate' },
  resized(plates, { plate }) {
    for (const one of plates) {
      const { factor, at } = plate(one.id);
      [one.x, one.y] = at([one.x, one.y]);
      one.scale *= factor;
    }
  },
  assets: (plates) => plates.map(({ asset, name }) => ({ key: asset, kind: 'plate', who: `The plate "${name}"` })),
};
