import { mainColour } from '../../core/coats/mainColour';
import type { Lettering } from '../../core/piece/schema';

/** The one colour that stands for a lettering's ink where only one can be shown; black where it has none. */
export const inkColour = ({ ink }: Pick<Lettering, 'ink'>): string => mainColour(ink) ?? '#000000';
