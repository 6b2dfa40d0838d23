import type { BenchPass } from '../pass';
import { addOutline } from './adding';
import { Gauge } from './Gauge';
import { Handles } from './handles';
import { Slip } from './Slip';
import { HandTools, Summary } from './summary';

export const wordsLine: BenchPass = {
  line: 1,
  title: 'Words',
  Summary,
  Slip,
  Handles,
  HandTools,
  Gauge,
  takesFile: (file) => (/\.svg$/i.test(file.name) ? addOutline : null),
};
