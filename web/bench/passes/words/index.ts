import type { BenchPass } from '../pass';
import { addOutline } from './adding';
import { Controls } from './Controls';
import { Gauge } from './Gauge';
import { Handles } from './handles';
import { wordsKeys } from './keys';
import { HandTools, Summary } from './summary';

export const words: BenchPass = {
  name: 'words',
  line: 1,
  title: 'Words',
  Summary,
  Controls,
  Handles,
  HandTools,
  Gauge,
  keys: wordsKeys,
  takesFile: (file) => (/\.svg$/i.test(file.name) ? addOutline : null),
};
