import { retypeCoats } from '../../coats/retype';
import { picturesOfCoat } from '../../coats/schema';
import type { PassDocument } from '../pass';
import { describes } from './format';
import { coatsOfOutlines, outlinesSchema, plainOutlines, type Outlines } from './schema';

/** The letters' edge and the outlines along it. */
export const outlinesDocument: PassDocument<Outlines> = {
  schema: outlinesSchema.default(plainOutlines),
  plain: plainOutlines,
  describes,
  assets: (outlines) =>
    coatsOfOutlines(outlines)
      .flatMap(picturesOfCoat)
      .map((key) => ({ key, kind: 'plate' })),
  retyped: (outlines, { keep }) => retypeCoats(coatsOfOutlines(outlines), keep),
};
