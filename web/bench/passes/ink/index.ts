import type { BenchPass } from '../pass';
import { Gauge } from './Gauge';
import { Handles } from './handles';
import { Slip } from './Slip';
import { HandTools, Summary } from './summary';

export const inkLine: BenchPass = { line: 4, title: 'Ink', Summary, Slip, Handles, HandTools, Gauge };
