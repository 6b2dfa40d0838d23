import type { BenchPass } from '../pass';
import { Gauge } from './Gauge';
import { Handles } from './handles';
import { Slip } from './Slip';
import { HandTools, Summary } from './summary';
import { warning } from './warning';

export const stanceLine: BenchPass = { line: 2, title: 'Stance', Summary, Slip, Handles, HandTools, Gauge, warning };
