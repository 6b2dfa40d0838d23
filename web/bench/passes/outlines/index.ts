import type { BenchPass } from '../pass';
import { Gauge } from './Gauge';
import { HandTools } from './handTools';
import { Handles } from './handles';
import { Slip } from './Slip';
import { Summary } from './summary';
import { warning } from './warning';

export const outlinesLine: BenchPass = {
  line: 5,
  title: 'Outlines',
  Summary,
  Slip,
  Handles,
  HandTools,
  Gauge,
  warning,
};
