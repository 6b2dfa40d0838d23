import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Gauge } from './Gauge';
import { Handles } from './handles';
import { HandTools, Summary } from './summary';
import { warning } from './warning';

export const stance: BenchPass = {
  name: 'stance',
  line: 2,
  title: 'Stance',
  help: 'Where the words stand: place, size, turn, bend and perspective. What is to stay true when the words change, such as being centred or within a width, is said here too.',
  Summary,
  governs: ({ lettering }) => lettering && { kind: 'words', id: lettering.id },
  Controls,
  Handles,
  HandTools,
  Gauge,
  warning,
};
