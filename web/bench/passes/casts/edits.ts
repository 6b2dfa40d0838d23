import type { Touch } from '../../../../core/light/touch';
import type { Lettering } from '../../../../core/piece/schema';
import { editsOf } from '../../partEdits';

/** Changes what a lettering throws, and one of the things that it throws. */
export const { change: castsEdit, within: castEdit } = editsOf('casts');

/** What the brush is told of a lettering's shadows. */
export const touchOf = (lettering: Lettering) => ({
  on: `casts ${lettering.id}`,
  name: 'shadows',
  touch: lettering.casts.touch,
  edit: (touch: Touch) => castsEdit(lettering)({ touch }),
});
