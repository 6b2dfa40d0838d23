import type { BenchPass } from '../pass';
import { Gauge } from './Gauge';
import { Handles } from './handles';
import { Slip } from './Slip';
import { HandTools, Summary } from './summary';
import { warning } from './warning';

export const plateLine: BenchPass = { line: 0, title: 'Plate', Summary, Slip, Handles, HandTools, Gauge, warning };
