import type { PassDocument } from '../pass';
import { describes } from './format';
import { retyped } from './letterSettings';
import { plainWords, wordsSchema, type Words } from './schema';

/** Words' part of a lettering. */
export const wordsDocument: PassDocument<Words> = {
  schema: wordsSchema,
  // Capitals a quarter of the sheet's height; the face is chosen when the lettering is added.
  plain: ({ text, sheet }) =>
    plainWords({
      text,
      face: '',
      size: Math.round(Math.min(sheet.height * 0.36, sheet.width * 0.3)),
      leading: 0.9,
      tracking: 0,
      alignment: 'centre',
    }),
  describes,
  assets: ({ face, fallbacks, shape }) =>
    (shape && face === '' ? fallbacks : [face, ...fallbacks]).map((key) => ({ key, kind: 'face' })),
  retyped(words, { before, after }) {
    Object.assign(words, retyped(before, after, words), { text: after });
  },
};
