import type { KeyEntry } from '../../keys/useKeys';

/** Keys of cutting. */
export const veilKeys = {
  back: { keys: ['Backspace'], shown: 'Backspace', does: 'trace: remove the last point, or the chosen one' },
  remove: { keys: ['Delete'], shown: 'Delete', does: 'trace: remove the chosen point' },
  close: { keys: ['End', 'Shift+End'], shown: 'End', does: 'trace: close it; with Shift by a straight line' },
  swap: {
    keys: ['q', 'Shift+Q'],
    shown: 'Q',
    does: 'brush: swap bring front and send behind; hold Alt for one stroke',
  },
  smaller: { keys: ['-'], shown: '-', does: 'brush: smaller' },
  larger: { keys: ['='], shown: '=', does: 'brush: larger' },
  harder: { keys: ['_', 'Shift+_'], shown: 'Shift -', does: 'brush: harder' },
  softer: { keys: ['+', 'Shift++'], shown: 'Shift =', does: 'brush: softer' },
} as const satisfies Record<string, KeyEntry>;
