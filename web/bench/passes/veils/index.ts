import type { BenchPass } from '../pass';
import { Gauge } from './Gauge';
import { Handles } from './handles';
import { Slip } from './Slip';
import { Summary } from './summary';
import { HandOptions, HandTools } from './tools';
import { warning } from './warning';

export const veilsLine: BenchPass = {
  line: 3,
  title: 'Veils',
  Summary,
  Slip,
  Handles,
  HandTools,
  HandOptions,
  Gauge,
  warning,
};
