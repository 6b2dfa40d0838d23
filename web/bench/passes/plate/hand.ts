import { createHand } from '../../hand';

/** How photographs and the sheet are handled. */
export interface PlateHand {
  /** While a photograph is moved or scaled, it keeps covering the sheet. */
  keepCovered: boolean;
  /** When the sheet takes another size, the design goes along. */
  goesAlong: boolean;
}

export const plateHand = createHand<PlateHand>('plate', { keepCovered: true, goesAlong: true });
