import type { BenchPass } from '../pass';
import { Gauge } from './Gauge';
import { Handles } from './handles';
import { Slip } from './Slip';
import { HandTools, Summary } from './summary';

export const wordsLine: BenchPass = { line: 1, title: 'Words', Summary, Slip, Handles, HandTools, Gauge };
