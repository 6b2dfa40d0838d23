import type { PicturePass } from '../pass';
import { backdropDocument } from './document';
import { standingOn } from './render';

const documents = { backdrop: backdropDocument };

/** Line 0. What stands behind cut-out things in place of their photographs. */
export const backdropPass: PicturePass<typeof documents> = {
  line: 0,
  title: 'Backdrop',
  documents,
  stand: (photographs, { backdrop }, scene) => (backdrop ? standingOn(backdrop, scene) : photographs),
};
