import type { KeyEntry } from '../../keys/useKeys';

const arrows = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'];

/** Keys while words are typed on the sheet; they are bound to the field that is typed in. */
export const wordsKeys = {
  adjust: {
    keys: arrows.flatMap((arrow) => [`Alt+${arrow}`, `Alt+Shift+${arrow}`]),
    shown: 'Alt arrows in words',
    does: 'kern the pair at the caret; space or shift the chosen letters',
    whileTyping: true,
  },
} satisfies Record<string, KeyEntry>;
