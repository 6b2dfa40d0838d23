import type { LetteringPass } from '../pass';
import { stand } from './render';
import { stanceSchema, type Stance } from './schema';

export const stancePass: LetteringPass<Stance> = {
  line: 2,
  key: 'stance',
  title: 'Stance',
  schema: stanceSchema,
  arrange: (letters, stance) => stand(letters, stance),
};
