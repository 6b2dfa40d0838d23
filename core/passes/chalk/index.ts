import type { PicturePass } from '../pass';
import { chalkDocument } from './document';
import { measureKept, type KeptPoint } from './measure';

const documents = { chalk: chalkDocument };

/** The plan drawn over the picture, on whichever line: it paints nothing, and watches what must stay visible. */
export const chalkPass: PicturePass<typeof documents, KeptPoint[]> = {
  line: 0,
  title: 'Chalk',
  documents,
  measure: ({ chalk }, letterings, scene) => measureKept(chalk, letterings, scene),
};
