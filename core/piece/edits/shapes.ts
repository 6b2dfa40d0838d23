import { longestPathData, type Shape } from '../../shape/shapes';
import { toSvgPath } from '../../shape/svgPath';
import { plainOutlines } from '../../passes/outlines/schema';
import { identity } from '../../shape/affine';
import { standingBox } from '../../type/standing';
import type { Lettering } from '../schema';
import type { Edit } from './edit';
import { itemOf } from './items';
import { steadily } from './steady';

type Laid = Parameters<typeof steadily>[2];

/**
 * Puts a shape in the place of words, or the words back in the place of the shape; all else stays: ink, outlines, panel,
 * stance. It stands where it stood and takes as much room as before.
 * @param shape null for the words
 */
export const becomeShape =
  (id: string, shape: Shape | null, lettersOf: Laid): Edit =>
  (piece) => {
    const areaOf = (): number => {
      const laid = lettersOf(plainly(itemOf(piece.letterings, id)));
      const box = laid && standingBox(laid);
      return box ? box.width * box.height : 0;
    };
    const before = areaOf();
    steadily(
      id,
      (draft) => {
        const { words, stance } = itemOf(draft.letterings, id);
        words.shape = shape;
        const after = areaOf();
        if (before > 0 && after > 0) stance.scale *= Math.sqrt(before / after);
      },
      lettersOf,
    )(piece);
  };

/** A copy that no draft is part of. */
const plainly = (lettering: Lettering): Lettering => JSON.parse(JSON.stringify(lettering)) as Lettering;

/** The letters of a lettering as one outline, as they are set; null where they are too many or have no ink. */
export function outlineOfLetters(lettering: Lettering, lettersOf: Laid): Shape | null {
  const bare = {
    ...lettering,
    stance: { ...lettering.stance, bend: null, perspective: null },
    outlines: plainOutlines(),
  };
  const data = (lettersOf(bare)?.letters ?? [])
    .map(({ path }) => toSvgPath(path, identity))
    .filter((one) => one !== '')
    .join(' ');
  return data === '' || data.length > longestPathData ? null : { kind: 'path', data };
}
