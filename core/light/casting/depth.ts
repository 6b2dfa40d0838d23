import { readColour } from '../../pixels/colour';
import { decodeExact } from '../../pixels/transfer';
import { usualLeft, type Casts } from './schema';

/** What is left of the light where all shadows of a lettering lie on one another, 0..1; null where it throws none. */
export function deepestLeft({ contact, ambient, thrown, colour }: Casts): number | null {
  const shown = [contact, ambient, thrown].filter((one) => one?.shown && one.strength > 0);
  if (shown.length === 0) return null;
  const covered = 1 - shown.reduce((free, one) => free * (1 - one!.strength), 1);
  const [red, green, blue] = readColour(colour ?? usualLeft)
    .slice(0, 3)
    .map(decodeExact);
  return 1 - covered * (1 - (0.2126 * red + 0.7152 * green + 0.0722 * blue));
}
