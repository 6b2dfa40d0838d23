import type { BenchPass } from '../pass';
import { Controls } from './Controls';
import { planesHand } from './hand';
import { Handles } from './handles';
import { HandTools, Summary } from './summary';

export const planes: BenchPass = {
  name: 'planes',
  line: 6,
  title: 'Planes',
  Summary,
  Controls,
  Handles,
  HandTools,
  putAway() {
    if (planesHand.get().planeTool === 'slide') return false;
    planesHand.set({ planeTool: 'slide', lines: [] });
    return true;
  },
};
