import type { PicturePass } from '../pass';
import { vignetteDocument } from './document';
import { vignetteNode } from './render';

const documents = { vignette: vignetteDocument };

export const vignettePass: PicturePass<typeof documents> = {
  line: 9,
  title: 'Vignette',
  documents,
  finish: (below, { vignette }, { sheet }) =>
    vignette && vignette.stops !== 0 ? vignetteNode(below, vignette, sheet) : below,
};
