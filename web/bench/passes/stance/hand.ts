import type { LengthUnit } from '../../../../core/piece/lengths';
import { keptChoice } from '../../../ui/kept';
import { createHand } from '../../hand';

export interface StanceHand {
  /** What the hand does to a lettering's stance. */
  stanceTool: 'place' | 'corners' | 'pivot' | 'slope';
  /** The unit of rulers and distances. */
  lengthUnit: LengthUnit;
  rulers: boolean;
}

/** Rulers stand along the sheet when they are asked for. */
export const rulersShown = keptChoice('inky-veil-rulers', () => false);

export const stanceHand = createHand<StanceHand>('stance', {
  stanceTool: 'place',
  lengthUnit: 'px',
  rulers: rulersShown.kept,
});
