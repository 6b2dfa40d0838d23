import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { putChalkAway } from './hand';
import { Summary } from './summary';
import { warning } from './warning';

export const chalk: BenchPass = {
  name: 'chalk',
  line: 0,
  title: 'Chalk',
  Summary,
  Controls,
  warning,
  putAway: putChalkAway,
};
