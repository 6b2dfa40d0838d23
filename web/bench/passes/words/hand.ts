import { createHand } from '../../hand';

/** `drawingPath`: the lettering whose line the next drag draws. */
export const wordsHand = createHand<{ drawingPath: string | null }>('words', { drawingPath: null });
