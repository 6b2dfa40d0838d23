import { z } from 'zod';
import { moved } from '../../../shape/affine';
import { baselines, leftShare, pensAlong, type Lockup } from './lockup';

const schema = z.strictObject({ kind: z.literal('lines') });

/** Lines one below the other, meeting at the left, in the middle or at the right. */
export const linesLockup: Lockup<z.infer<typeof schema>> = {
  kind: 'lines',
  title: 'Lines',
  schema,
  place(lines, _part, measure) {
    const heights = baselines(lines, measure);
    return lines.map(({ letters }, i) => {
      const { pens, width } = pensAlong(letters, measure.tracking);
      const left = -width * leftShare(measure.alignment);
      return pens.map((pen) => moved(left + pen, heights[i]));
    });
  },
};
