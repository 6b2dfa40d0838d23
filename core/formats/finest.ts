import type { Materials } from '../graph/materials';
import { bandWidth } from '../passes/outlines/bands';
import { standingEm } from '../type/standing';
import type { Piece } from '../piece/schema';
import { arrange } from '../render/arrange';
import { smallestLine } from '../type/smallestLine';

/** The finest parts of a piece, sheet px; Infinity where it has none. */
export interface Finest {
  /** Height of the letters on the line where they are smallest. */
  letters: number;
  /** Width of the thinnest outline. */
  outline: number;
}

/** What a press is most likely to lose. */
export function finestOf({ letterings }: Piece, materials: Materials): Finest {
  const all = letterings.map((lettering): Finest => {
    const letters = arrange(lettering, materials);
    const em = standingEm(letters);
    const widths = lettering.outlines.list
      .filter(({ opacity, width }) => opacity > 0 && width > 0)
      .map((outline) => bandWidth(outline, em));
    return { letters: smallestLine(letters), outline: Math.min(...widths) };
  });
  return {
    letters: Math.min(...all.map(({ letters }) => letters)),
    outline: Math.min(...all.map(({ outline }) => outline)),
  };
}
