import { resizeTouch } from '../../light/touch';
import type { PassDocument } from '../pass';
import { describes } from './format';
import { castsSchema, plainCasts, type Casts } from './schema';

/** What letterings throw. */
export const castsDocument: PassDocument<Casts> = {
  schema: castsSchema.default(plainCasts),
  plain: () => plainCasts(),
  describes,
  resized(casts, { design: { factor, at } }) {
    const { contact, ambient, thrown, mirrored } = casts;
    resizeTouch(casts.touch, factor, at);
    if (casts.foot) casts.foot = [at(casts.foot[0]), at(casts.foot[1])];
    if (contact) {
      contact.offset *= factor;
      contact.blur *= factor;
    }
    if (ambient) ambient.blur *= factor;
    if (thrown) {
      thrown.lift *= factor;
      if (thrown.tips) thrown.tips = [at(thrown.tips[0]), at(thrown.tips[1])];
      if (thrown.wall) Object.assign(thrown.wall, { from: at(thrown.wall.from), to: at(thrown.wall.to) });
    }
    if (mirrored) {
      mirrored.blur *= factor;
      mirrored.ripple *= factor;
      mirrored.wave *= factor;
    }
  },
};
