import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Summary } from './summary';
import { warning } from './warning';

export const backdrop: BenchPass = { name: 'backdrop', line: 0, title: 'Backdrop', Summary, Controls, warning };
