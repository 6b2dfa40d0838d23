import { z } from 'zod';
import { isColour } from '../../pixels/colour';

/** A coat of one colour. */
const solidSchema = z.strictObject({
  kind: z.literal('solid'),
  /** CSS colour. */
  colour: z.string().refine(isColour, 'This is not a colour that CSS knows.'),
  /** Fraction. */
  opacity: z.number().min(0).max(1),
});

/** Line 4. What the letters are filled with: coats, the first one lowest. */
export const inkSchema = z.strictObject({ coats: z.array(solidSchema).max(40) });

export type Ink = z.infer<typeof inkSchema>;
