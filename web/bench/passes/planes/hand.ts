import type { StraightLine } from '../../../../core/shape/scenePlane';
import { createHand } from '../../hand';

/** What the hand does with planes. */
export interface PlanesHand {
  planeTool: 'slide' | 'draw';
  /** The lines drawn so far for a new plane, sheet px. */
  lines: StraightLine[];
}

export const planesHand = createHand<PlanesHand>('planes', { planeTool: 'slide', lines: [] });
