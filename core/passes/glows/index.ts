import type { PicturePass } from '../pass';
import { glowsDocument } from './document';
import { glowLayer } from './render';

const documents = { glows: glowsDocument };

/** Line 7. Glow around a light, and what a lens makes of it; each with a place on the depth line. */
export const glowsPass: PicturePass<typeof documents> = {
  line: 7,
  title: 'Glows',
  stage: 'items',
  documents,
  depthItems: ({ glows }, { lamp, sheet }) =>
    glows.map((glow) => ({
      id: glow.id,
      layers: () => (glow.shown && glow.strength > 0 ? [glowLayer(glow, lamp, sheet)] : []),
    })),
};
