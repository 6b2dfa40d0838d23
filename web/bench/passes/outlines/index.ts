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
  Summary,
  Controls,
  Handles,
  HandTools,
  Gauge,
  warning,
};
