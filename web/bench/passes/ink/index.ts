import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { Gauge } from './Gauge';
import { inkHand } from './hand';
import { Handles } from './handles';
import { look } from './look';
import { HandTools, Summary } from './summary';
import { warning } from './warning';

export const ink: BenchPass = {
  name: 'ink',
  line: 4,
  title: 'Ink',
  help: 'What the letters are filled with: coats of colour, gradient, pattern or picture, one over another. A panel behind the letters can have them as openings, through which the photograph is seen.',
  Summary,
  governs: ({ lettering }) => lettering && { kind: 'words', id: lettering.id },
  Controls,
  Handles,
  HandTools,
  Gauge,
  warning,
  look,
  putAway() {
    if (inkHand.get().inkTool === 'none') return false;
    inkHand.set({ inkTool: 'none' });
    return true;
  },
};
