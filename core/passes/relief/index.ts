import type { LetteringPass } from '../pass';
import { reliefDocument } from './document';
import { embodied } from './render';
import type { Body } from './schema';

/** Line 7. The body of letters in the light: raised or sunken edges, a lip, sides. */
export const reliefPass: LetteringPass<Body> = {
  line: 7,
  title: 'Relief',
  document: reliefDocument,
  paint: (painted, letters, body, scene) =>
    (body.edges ?? body.lip ?? body.thickness) ? embodied(painted, letters, body, scene) : painted,
};
