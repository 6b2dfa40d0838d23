import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Gauge } from './Gauge';
import { Handles } from './handles';
import { Summary } from './summary';
import { warning } from './warning';

export const focus: BenchPass = {
  name: 'focus',
  line: 8,
  title: 'Focus',
  help: 'As sharp and as grainy as the photograph where the words stand. One press matches both; letters that are sharper or cleaner than their photograph look pasted on.',
  Summary,
  Controls,
  Handles,
  Gauge,
  warning,
  governs: ({ lettering }) => lettering && { kind: 'words', id: lettering.id },
};
