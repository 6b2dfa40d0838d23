import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Gauge } from './Gauge';
import { Handles } from './handles';
import { HandTools, Summary } from './summary';
import { warning } from './warning';

export const plate: BenchPass = {
  name: 'plate',
  line: 0,
  title: 'Plate',
  Summary,
  Controls,
  Handles,
  HandTools,
  Gauge,
  warning,
};
