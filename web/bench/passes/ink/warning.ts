import { contrastLimit } from '../../../../core/passes/ink/contrast';
import { lettersOffPanel } from '../../../../core/passes/ink/panel/moving';
import { ppiLimits } from '../../../../core/piece/print';
import type { Bench } from '../../benchContext';

/**
 * Pictures that leave parts of the letters clear, cut off what must be seen or have too few pixels; ink that hardly
 * stands off the photo.
 */
export function warning({ measures, lettering, letters, piece }: Bench): string | null {
  const panel = lettering?.ink.panel;
  if (panel?.knockout && letters && lettersOffPanel(panel, letters, piece.sheet).length > 0)
    return 'Openings leave their panel.';
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
