import { createHand } from '../../hand';

/** `keepCovered`: while a photograph is moved or scaled, it keeps covering the sheet. */
export const plateHand = createHand<{ keepCovered: boolean }>('plate', { keepCovered: true });
