import type { LetteringPass } from '../pass';
import { wordsDocument } from './document';
import { measureInk, type InkMeasures } from './gauge';
import { setWords } from './render';
import type { Words } from './schema';

/** The ink of each lettering, by its id; null for one without any. */
export type WordsMeasures = Record<string, InkMeasures | null>;

export const wordsPass: LetteringPass<Words, WordsMeasures> = {
  line: 1,
  title: 'Words',
  document: wordsDocument,
  arrange: (_before, words, materials) => setWords(words, materials),
  measure: async (letterings) => Object.fromEntries(letterings.map(({ id, letters }) => [id, measureInk(letters)])),
};
