import type { LetteringPass } from '../pass';
import { castsDocument } from './document';
import { casting } from './render';
import { throwsAny, type Casts } from '../../light/casting/schema';

/** Line 7. What letters throw on what lies behind them: contact, ambient, thrown and mirrored. */
export const castsPass: LetteringPass<Casts> = {
  line: 7,
  title: 'Casts',
  document: castsDocument,
  paint: (painted, letters, casts, scene) => (throwsAny(casts) ? casting(painted, letters, casts, scene) : painted),
};
