import type { LetteringPass } from '../pass';
import { drapeDocument } from './document';
import { draped } from './render';
import type { Drape } from './schema';

/** Line 6. Letters that lie on what the photograph shows. */
export const drapePass: LetteringPass<Drape> = {
  line: 6,
  title: 'Drape',
  document: drapeDocument,
  paint: (painted, _letters, drape, scene) => draped(painted, drape, scene),
};
