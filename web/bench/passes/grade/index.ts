import type { BenchPass } from '../pass';
import { Gauge } from './Gauge';
import { Slip } from './Slip';
import { Summary } from './summary';

export const gradeLine: BenchPass = { line: 9, title: 'Grade', Summary, Slip, Gauge };
