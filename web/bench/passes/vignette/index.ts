import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Summary } from './summary';

export const vignette: BenchPass = { name: 'vignette', line: 9, title: 'Vignette', Summary, Controls };
