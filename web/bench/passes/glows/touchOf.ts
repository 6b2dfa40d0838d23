import type { Touch } from '../../../../core/light/touch';
import type { Glow } from '../../../../core/passes/glows/schema';
import { changeGlow } from '../../../../core/piece/edits/glows';

/** What the brush is told of a glow. */
export const touchOf = ({ id, name, touch }: Glow) => ({
  on: `glow ${id}`,
  name,
  touch,
  edit: (next: Touch) => changeGlow(id, { touch: next }),
});
