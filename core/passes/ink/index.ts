import type { LetteringPass } from '../pass';
import { inkNode } from './render';
import { inkSchema, type Ink } from './schema';

export const inkPass: LetteringPass<Ink> = {
  line: 4,
  key: 'ink',
  title: 'Ink',
  schema: inkSchema,
  paint: (_below, letters, ink, scene) => inkNode(letters, ink, scene),
};
