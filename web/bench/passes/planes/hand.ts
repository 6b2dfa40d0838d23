import type { StraightLine } from '../../../../core/shape/scenePlane';
import { createHand } from '../../hand';

/** What the hand does with planes. */
export interface PlanesHand {
  planeTool: 'slide' | 'draw';
  /** The lines drawn so far for a new plane, sheet px. */
  lines: StraightLine[];
  /** The plane whose lines are seen, to be dragged again. */
  redrawn: string | null;
}

export const planesHand = createHand<PlanesHand>(
  'planes',
  { planeTool: 'slide', lines: [], redrawn: null },
  {
    isHeld: ({ planeTool, redrawn }) => planeTool !== 'slide' || redrawn !== null,
    away: { planeTool: 'slide', lines: [], redrawn: null },
  },
);
