import { contrastLimit } from '../../../../core/passes/ink/contrast';
import { ppiLimits } from '../../../../core/piece/print';
import type { Bench } from '../../benchContext';

/**
 * Pictures that leave parts of the letters clear, cut off what must be seen or have too few pixels; ink that hardly
 * stands off the photo.
 */
export function warning({ measures }: Bench): string | null {
  if (!measures) return null;
  const { pictures, contrast } = measures.ink;
  if (pictures.some(({ uncovered }) => uncovered > 0))
    return 'A picture does not cover its letters to the last corner.';
  if (pictures.some(({ cut }) => cut.length > 0)) return 'A keep point of a picture is seen in no letter.';
  if (pictures.some(({ ppi }) => ppi !== null && ppi < ppiLimits.floor))
    return 'A picture in the letters has too few pixels for print.';
  const isWeak = contrast.some(({ difference }) => difference !== null && difference < contrastLimit);
  return isWeak ? 'In places the ink hardly stands off the photo.' : null;
}
