import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Handles } from './handles';
import { Summary } from './summary';

export const glows: BenchPass = { name: 'glows', line: 7, title: 'Glows', Summary, Controls, Handles };
