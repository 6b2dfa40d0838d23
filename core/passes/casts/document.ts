import { resizeCasts } from '../../light/casting/resized';
import type { PassDocument } from '../pass';
import { describes } from './format';
import { castsSchema, plainCasts, type Casts } from '../../light/casting/schema';

/** What letterings throw. */
export const castsDocument: PassDocument<Casts> = {
  schema: castsSchema.default(plainCasts),
  plain: () => plainCasts(),
  describes,
  resized: (casts, { design: { factor, at } }) => resizeCasts(casts, factor, at),
};
