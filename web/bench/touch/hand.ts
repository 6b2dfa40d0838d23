import type { Touch } from '../../../core/light/touch';
import { createHand } from '../hand';

/** The brush that takes shadows and lights away, or brings them back. */
export interface TouchHand {
  /** What it works on, by pass and item, such as `casts word-1`; null: it is put away. */
  on: string | null;
  to: Touch[number]['to'];
  /** Sheet px. */
  radius: number;
  softness: number;
  strength: number;
}

export const touchHand = createHand<TouchHand>(
  'touch',
  { on: null, to: 'less', radius: 60, softness: 0.7, strength: 1 },
  { isHeld: ({ on }) => on !== null, away: { on: null } },
);

/** @returns false where it was away */
export function putTouchAway(): boolean {
  if (touchHand.get().on === null) return false;
  touchHand.set({ on: null });
  return true;
}
