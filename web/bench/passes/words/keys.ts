import type { KeyEntry } from '../../keys/useKeys';

/** By their place on the keyboard: beside each other, whatever they write. */
const marks = ['Comma', 'Period', 'Semicolon', 'Quote'];

/** Keys while words are typed on the sheet; they are bound to the field that is typed in. */
export const wordsKeys = {
  adjust: {
    keys: marks.flatMap((mark) => [`Alt+${mark}`, `Alt+Shift+${mark}`]),
    shown: "Alt with , . ; ' in words",
    does: 'kern the pair at the caret, or space the chosen letters, closer and wider; set them lower and higher',
    whileTyping: true,
  },
} satisfies Record<string, KeyEntry>;
