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
  resized({ list }, { design: { factor } }) {
    for (const outline of list)
      if (outline.unit === 'px') for (const field of ['width', 'gap', 'x', 'y'] as const) outline[field] *= factor;
    // Fractions of the letters follow them by themselves.
  },
  retyped: (outlines, { keep }) => retypeCoats(coatsOfOutlines(outlines), keep),
};
