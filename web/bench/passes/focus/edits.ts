import type { Blur, LetterFocus, LetterGrain, Motion } from '../../../../core/passes/focus/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import { changePart } from '../../../../core/piece/edits/items';
import type { Lettering } from '../../../../core/piece/schema';

/** Changes how sharp and grainy a lettering is. */
export const focusEdit =
  ({ id }: Lettering) =>
  (change: Partial<LetterFocus>): Edit =>
    changePart(id, 'focus', change);

interface Parts {
  blur: Blur;
  motion: Motion;
  grain: LetterGrain;
}

/** Changes one part of it; there must be one. */
export const partEdit =
  <Name extends keyof Parts>({ id, focus }: Lettering, name: Name) =>
  (change: Partial<Parts[Name]>): Edit =>
    changePart(id, 'focus', { [name]: { ...focus[name], ...change } });
