import { z } from 'zod';
import { moved } from '../../../shape/affine';
import { baselines, leftShare, lineInk, pensAlong, type Lockup } from './lockup';

const schema = z.strictObject({
  kind: z.literal('justified'),
  /** Width of every line's ink, lettering px. */
  width: z.number().min(1).max(200000),
});

/**
 * Every line brought to one width by its tracking, ink edge to ink edge; letters keep their size. A single letter stays
 * in the middle.
 */
export const justifiedLockup: Lockup<z.infer<typeof schema>> = {
  kind: 'justified',
  title: 'Justified by tracking',
  schema,
  place(lines, { width }, measure) {
    const heights = baselines(lines, measure);
    const left = -width * leftShare(measure.alignment);
    return lines.map(({ letters }, i) => {
      // What stands outside of the first and the last ink, such as a space, takes no part.
      const inked = letters.flatMap(({ bounds }, k) => (bounds ? [k] : []));
      const gaps = inked.length > 1 ? inked[inked.length - 1] - inked[0] : 0;
      const natural = pensAlong(letters, measure.tracking).pens;
      const ink = lineInk(letters, natural);
      if (!ink) return natural.map((pen) => moved(left + pen, heights[i]));
      const extra = gaps > 0 ? (width - (ink.right - ink.left)) / gaps : 0;
      const { pens } = pensAlong(letters, measure.tracking + extra);
      const set = lineInk(letters, pens)!;
      const start = gaps > 0 ? left - set.left : left + width / 2 - (set.left + set.right) / 2;
      return pens.map((pen) => moved(start + pen, heights[i]));
    });
  },
};
