import type { LetteringPass } from '../pass';
import { shapeEdges } from './edge';
import { outlinesLayers } from './render';
import { outlinesSchema, type Outlines } from './schema';

export const outlinesPass: LetteringPass<Outlines> = {
  line: 5,
  key: 'outlines',
  title: 'Outlines',
  schema: outlinesSchema,
  arrange: shapeEdges,
  paint: (below, letters, outlines, scene) => outlinesLayers(below, letters, outlines, scene),
};
