import type { PassDocument } from '../pass';
import { describes } from './format';
import { focusSchema, plainFocus, type LetterFocus } from './schema';

/** How sharp and grainy letters are. */
export const focusDocument: PassDocument<LetterFocus> = {
  schema: focusSchema.default(plainFocus),
  plain: () => plainFocus(),
  describes,
  retyped({ blur }, { keep }) {
    if (blur) blur.letters = keep(blur.letters);
  },
  resized({ blur, motion, grain }, { design, photograph = design }) {
    const { factor, at } = design;
    // Letters are blurred and grained as the photograph is, whatever their own size.
    const sharpness = photograph.factor;
    if (blur) {
      blur.sigma *= sharpness;
      for (const letter of blur.letters) letter.sigma *= sharpness;
      if (blur.along) {
        Object.assign(blur.along, { from: at(blur.along.from), to: at(blur.along.to) });
        blur.along.sigma *= sharpness;
      }
    }
    if (motion) motion.length *= factor;
    if (grain) grain.size *= sharpness;
  },
};
