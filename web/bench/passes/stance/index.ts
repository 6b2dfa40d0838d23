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
  Summary,
  Controls,
  Handles,
  HandTools,
  Gauge,
  warning,
};
