import type { LetteringPass } from '../pass';
import { outlinesDocument } from './document';
import { shapeEdges } from './edge';
import { outlinesLayers } from './render';
import type { Outlines } from './schema';

export const outlinesPass: LetteringPass<Outlines> = {
  line: 5,
  title: 'Outlines',
  document: outlinesDocument,
  arrange: shapeEdges,
  paint: (painted, letters, outlines, scene) => ({
    ...painted,
    layers: outlinesLayers(painted.layers, letters, outlines, scene),
  }),
};
