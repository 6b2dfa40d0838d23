import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Handles } from './handles';
import { Summary } from './summary';

export const relief: BenchPass = {
  name: 'relief',
  line: 7,
  title: 'Relief',
  Summary,
  Controls,
  Handles,
  governs: ({ lettering }) => lettering && { kind: 'words', id: lettering.id },
};
