import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Gauge } from './Gauge';
import { Summary } from './summary';

export const grade: BenchPass = { name: 'grade', line: 9, title: 'Grade', Summary, Controls, Gauge };
