import type { KeyEntry } from '../../keys/useKeys';

/** Keys of cutting. */
export const veilKeys = {
  back: { keys: ['Backspace'], shown: 'Backspace', does: 'trace: remove the last point, or the chosen one' },
  remove: { keys: ['Delete'], shown: 'Delete', does: 'trace: remove the chosen point' },
  close: { keys: ['End', 'Shift+End'], shown: 'End', does: 'trace: close it; with Shift by a straight line' },
  swap: {
    keys: ['q', 'Shift+Q'],
    shown: 'Q',
    does: 'brush: swap bring front and send behind',
  },
  lens: {
    keys: ['r', 'Shift+R'],
    shown: 'R held',
    does: 'brush: move away from the middle to open the lens, sideways for its softness',
  },
  take: { keys: ['y', 'Shift+Y'], shown: 'Y', does: 'worst places of an edge: mend this one' },
  pass: { keys: ['x', 'Shift+X'], shown: 'X', does: 'worst places of an edge: leave this one' },
  straight: { keys: ['l', 'Shift+L'], shown: 'L held', does: 'brush: straight strokes' },
} as const satisfies Record<string, KeyEntry>;
