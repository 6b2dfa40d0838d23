import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Handles } from './handles';
import { Summary } from './summary';
import { warning } from './warning';

export const casts: BenchPass = {
  name: 'casts',
  line: 7,
  title: 'Casts',
  Summary,
  Controls,
  Handles,
  warning,
  governs: ({ lettering }) => lettering && { kind: 'words', id: lettering.id },
};
