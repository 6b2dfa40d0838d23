import type { LetteringPass } from '../pass';
import { stanceDocument } from './document';
import { stand } from './render';
import type { Stance } from './schema';

export const stancePass: LetteringPass<Stance> = {
  line: 2,
  title: 'Stance',
  document: stanceDocument,
  arrange: (letters, stance) => stand(letters, stance),
};
