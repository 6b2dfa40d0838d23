import type { ScenePass } from '../pass';
import { plateNode } from './render';
import { plateSchema, type Plate } from './schema';

export const platePass: ScenePass<Plate> = {
  line: 0,
  key: 'plate',
  title: 'Plate',
  schema: plateSchema,
  layers: (plate, materials) => ({ plate: plateNode(plate, materials) }),
};
