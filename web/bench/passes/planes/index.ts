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
    const { planeTool, redrawn } = planesHand.get();
    if (planeTool === 'slide' && redrawn === null) return false;
    planesHand.set({ planeTool: 'slide', lines: [], redrawn: null });
    return true;
  },
};
