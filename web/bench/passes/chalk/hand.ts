import type { MarkKind } from '../../../../core/passes/chalk/schema';
import { store } from '../../../store';
import { looked } from '../../benchState';
import { createHand } from '../../hand';

/** How chalk is held. */
export interface ChalkHand {
  /** What is drawn next; null: the chalk is put away. */
  tool: MarkKind | null;
  /** The mark that is worked on. */
  mark: string | null;
  hidden: boolean;
}

const first: ChalkHand = { tool: null, mark: null, hidden: false };

export const chalkHand = createHand<ChalkHand>('chalk', first, {
  isHeld: ({ tool }) => tool !== null,
  away: { tool: null },
});

export const toggleChalk = (): void =>
  chalkHand.set(chalkHand.get().tool === null ? { tool: 'circle', hidden: false } : { tool: null });

/** @returns false where it was away */
export function putChalkAway(): boolean {
  if (chalkHand.get().tool === null) return false;
  chalkHand.set({ tool: null });
  return true;
}

/** The plan: letters at half strength with the chalk above; the same again takes both back. */
export function togglePlan(): void {
  const isPlan = store.getState().bench.halfStrength && !chalkHand.get().hidden;
  store.dispatch(looked({ halfStrength: !isPlan }));
  chalkHand.set({ hidden: false });
}
