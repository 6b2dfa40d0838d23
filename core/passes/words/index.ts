import type { LetteringPass } from '../pass';
import { setWords } from './render';
import { wordsSchema, type Words } from './schema';

export const wordsPass: LetteringPass<Words> = {
  line: 1,
  key: 'words',
  title: 'Words',
  schema: wordsSchema,
  arrange: (_before, words, materials) => setWords(words, materials),
};
