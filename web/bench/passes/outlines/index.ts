import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Gauge } from './Gauge';
import { HandTools } from './handTools';
import { Handles } from './handles';
import { Summary } from './summary';
import { warning } from './warning';

export const outlines: BenchPass = {
  name: 'outlines',
  line: 5,
  title: 'Outlines',
  help: 'Bands along the letters’ edge, inside, on it or outside, as many as are wanted. Each has its own paint, and one may stand in front of the veils that its letters stand behind.',
  Summary,
  governs: ({ lettering }) => lettering && { kind: 'words', id: lettering.id },
  Controls,
  Handles,
  HandTools,
  Gauge,
  warning,
};
