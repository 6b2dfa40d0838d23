import { createHand } from '../../hand';

/**
 * What the hand does with the ink: takes a colour from the photo, slips the picture in the letters, marks what of it
 * must be seen, draws the panel.
 */
export type InkTool = 'none' | 'pick' | 'slip' | 'keep' | 'panel';

export interface InkHand {
  inkTool: InkTool;
  /** Whether a picture is slipped in all letters or in one; which one, by its first UTF-16 unit, once that is known. */
  slipAt: 'all' | 'one' | number;
  /** A picture that covers grows when it is slipped so far that a letter would be bare, instead of stopping there. */
  growsToCover: boolean;
  /** Radius over which the picker averages, sheet px. */
  lens: number;
}

export const inkHand = createHand<InkHand>('ink', { inkTool: 'none', slipAt: 'all', growsToCover: false, lens: 12 });
