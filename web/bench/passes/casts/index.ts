import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Handles } from './handles';
import { putTouchAway } from '../../touch/hand';
import { TouchOptions } from '../../touch/TouchSettings';
import { Summary } from './summary';
import { warning } from './warning';

export const casts: BenchPass = {
  name: 'casts',
  line: 7,
  title: 'Casts',
  Summary,
  Controls,
  Handles,
  HandOptions: TouchOptions,
  putAway: putTouchAway,
  warning,
  governs: ({ lettering }) => lettering && { kind: 'words', id: lettering.id },
};
