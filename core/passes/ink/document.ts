import { retypeCoats } from '../../coats/retype';
import { picturesOfCoat, solidCoat } from '../../coats/schema';
import type { PassDocument } from '../pass';
import { describes } from './format';
import { coatsOfInk, inkSchema, plainInk, type Ink } from './schema';

/** The ink of a lettering, with its panel. */
export const inkDocument: PassDocument<Ink> = {
  schema: inkSchema,
  plain: () => plainInk([solidCoat({ colour: '#f2ead8' })]),
  describes,
  assets: (ink) =>
    coatsOfInk(ink)
      .flatMap(picturesOfCoat)
      .map((key) => ({ key, kind: 'plate' })),
  retyped: (ink, { keep }) => retypeCoats(coatsOfInk(ink), keep),
};
