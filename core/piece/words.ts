import type { Piece } from './schema';

/** All that a piece says, a lettering on each line; what is drawn says nothing. */
export const wordsOf = (letterings: Piece['letterings']): string =>
  letterings
    .filter(({ words }) => !words.shape && words.text.trim() !== '')
    .map(({ words }) => words.text)
    .join('\n');
