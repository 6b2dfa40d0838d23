import { z } from 'zod';

const fraction = z.number().min(-1).max(2);

/** Line 9. Less light towards the corners of the finished picture; or more, where `stops` is above 0. */
export const vignetteSchema = z.strictObject({
  /** Stops of light at the corners: each one below 0 halves it. */
  stops: z.number().min(-6).max(6).default(-1),
  /** Where it begins and where it is full, fractions of the way from the centre to a corner. */
  from: z.number().min(0).max(2).default(0.4),
  to: z.number().min(0.01).max(3).default(1),
  /** 0 follows the shape of the sheet, 1 is a circle. */
  round: z.number().min(0).max(1).default(0.5),
  /** Fractions of the sheet's width and height. */
  centre: z.tuple([fraction, fraction]).default([0.5, 0.5]),
});

export type Vignette = z.infer<typeof vignetteSchema>;

/** A vignette as it is when it is first laid on. */
export const plainVignette = (): Vignette => vignetteSchema.parse({});
