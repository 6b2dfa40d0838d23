import { retypeCoats } from '../../coats/retype';
import { picturesOfCoat, solidCoat } from '../../coats/schema';
import type { PassDocument } from '../pass';
import { describes } from './format';
import { coatsOfInk, inkSchema, plainInk, type Ink } from './schema';

/** The ink of a lettering, with its panel. */
export const inkDocument: PassDocument<Ink> = {
  schema: inkSchema,
  plain: () => plainInk([solidCoat({ colour: '#f2ead8' })]),
  empty: () => plainInk([]),
  describes,
  assets: (ink) =>
    coatsOfInk(ink)
      .flatMap(picturesOfCoat)
      .map((key) => ({ key, kind: 'plate' })),
  resized(ink, { design: { factor } }) {
    const { shadow, fixed } = ink.panel ?? {};
    if (fixed) ink.panel!.fixed = [fixed[0] * factor, fixed[1] * factor];
    if (shadow) for (const field of ['x', 'y', 'blur'] as const) shadow[field] *= factor;
    for (const coat of coatsOfInk(ink))
      if (coat.kind === 'plate') Object.assign(coat, { x: coat.x * factor, y: coat.y * factor });
  },
  retyped: (ink, { keep }) => retypeCoats(coatsOfInk(ink), keep),
};
