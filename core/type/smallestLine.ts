import { sizeOf } from '../shape/affine';
import type { Letters } from './letters';

/** The median height of letters on the line where they are smallest, px of the sheet; Infinity without ink. */
export function smallestLine({ letters, lines, place }: Letters): number {
  const heights = lines.map((_, line) => {
    const own = letters.flatMap((one) => (one.line === line && one.bounds ? one.bounds.height : []));
    return own.sort((a, b) => a - b)[Math.floor(own.length / 2)] ?? Infinity;
  });
  return Math.min(...heights) * sizeOf(place);
}
