import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Gauge } from './Gauge';
import { Handles } from './handles';
import { HandTools, Summary } from './summary';
import { warning } from './warning';

export const plate: BenchPass = {
  name: 'plate',
  line: 0,
  title: 'Plate',
  help: 'The photograph that everything stands on: where it lies, how large it is, and the sheet around it. Drag it on the sheet or scale it at its corners; further photographs lie over it.',
  Summary,
  governs: ({ piece }) => (piece.plates[0] ? { kind: 'plate', id: piece.plates[0].id } : { kind: 'sheet' }),
  Controls,
  Handles,
  HandTools,
  Gauge,
  warning,
};
