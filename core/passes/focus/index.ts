import type { LetteringPass } from '../pass';
import { focusDocument } from './document';
import { measureFocus, type FocusGauges } from './gauge';
import { focused } from './render';
import type { LetterFocus } from './schema';

/** Line 8. As sharp and as grainy as the photograph where the letters stand. */
export const focusPass: LetteringPass<LetterFocus, FocusGauges> = {
  line: 8,
  title: 'Focus',
  document: focusDocument,
  paint: (painted, letters, focus) =>
    (focus.blur ?? focus.motion ?? focus.grain) ? focused(painted, letters, focus) : painted,
  measure: measureFocus,
};
