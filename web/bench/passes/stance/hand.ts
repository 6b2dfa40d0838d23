import type { LengthUnit } from '../../../../core/piece/lengths';
import { createHand } from '../../hand';

export interface StanceHand {
  /** What the hand does to a lettering's stance. */
  stanceTool: 'place' | 'corners' | 'pivot' | 'slope';
  /** The unit of rulers and distances. */
  lengthUnit: LengthUnit;
}

export const stanceHand = createHand<StanceHand>('stance', { stanceTool: 'place', lengthUnit: 'px' });
