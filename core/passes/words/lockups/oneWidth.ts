import { z } from 'zod';
import { moved } from '../../../shape/affine';
import { leftShare, lineInk, pensAlong, type Lockup } from './lockup';

const schema = z.strictObject({
  kind: z.literal('one-width'),
  /** Width of every line's ink, lettering px. */
  width: z.number().min(1).max(200000),
  /** From the ink of one line to the ink of the next, fraction of the width. */
  gap: z.number().min(-1).max(2),
});

/**
 * Every line scaled so that its ink, not its advances, reaches both sides; the gaps between the lines' ink are all the
 * same.
 * A line without ink leaves a gap as wide as another.
 */
export const oneWidthLockup: Lockup<z.infer<typeof schema>> = {
  kind: 'one-width',
  title: 'One width',
  schema,
  place(lines, { width, gap }, { tracking, alignment }) {
    const left = -width * leftShare(alignment);
    let top = 0;
    const placed = lines.map(({ letters }) => {
      const { pens } = pensAlong(letters, tracking);
      const ink = lineInk(letters, pens);
      const scale = ink && ink.right > ink.left ? width / (ink.right - ink.left) : 1;
      const baseline = top - (ink?.top ?? 0) * scale;
      const start = left - (ink?.left ?? 0) * scale;
      top = baseline + (ink?.bottom ?? 0) * scale + gap * width;
      return pens.map((pen) => moved(start + pen * scale, baseline, scale));
    });
    const middle = (top - gap * width) / 2;
    return placed.map((places) => places.map((place) => ({ ...place, f: place.f - middle })));
  },
};
