import type { LetteringPass } from '../pass';
import { inkLayers } from './render';
import { inkSchema, type Ink } from './schema';

export const inkPass: LetteringPass<Ink> = {
  line: 4,
  key: 'ink',
  title: 'Ink',
  schema: inkSchema,
  paint: (below, letters, ink, scene) => [...below, ...inkLayers(letters, ink, scene)],
};
