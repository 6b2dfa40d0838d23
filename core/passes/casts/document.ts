import { resizeCasts } from '../../light/casting/resized';
import type { PassDocument } from '../pass';
import { describes } from './format';
import { castsSchema, plainCasts, type Casts } from '../../light/casting/schema';

/** What letterings throw. */
export const castsDocument: PassDocument<Casts> = {
  schema: castsSchema.default(plainCasts),
  plain: () => plainCasts(),
  describes,
  links: ({ thrown }) =>
    thrown?.plane == null
      ? []
      : [
          {
            kind: 'plane',
            id: thrown.plane,
            problem: `Its shadow falls on the plane "${thrown.plane}", which is not there.`,
          },
        ],
  without(casts, isGone) {
    if (casts.thrown?.plane != null && isGone(casts.thrown.plane)) casts.thrown.plane = null;
    return casts;
  },
  resized: (casts, { design: { factor, at } }) => resizeCasts(casts, factor, at),
};
