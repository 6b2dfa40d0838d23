import { isDrawing } from '../../outlines/outline';
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
  help: 'What is written, in which face, and how its lines are locked up. Click on the sheet to type, choose letters to set them one by one, or put a shape in place of words.',
  Summary,
  governs: ({ lettering }) => lettering && { kind: 'words', id: lettering.id },
  Controls,
  Handles,
  HandTools,
  Gauge,
  keys: wordsKeys,
  takesFile: (file) => (isDrawing(file) ? addOutline : null),
};
