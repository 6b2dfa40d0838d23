import { z } from 'zod';

/** Line 2. Where a lettering stands: its origin on the sheet, turned and scaled about it. */
export const stanceSchema = z.strictObject({
  /** Sheet px. */
  x: z.number().min(-1e6).max(1e6),
  y: z.number().min(-1e6).max(1e6),
  /** Degrees, clockwise. */
  rotation: z.number().min(-360).max(360),
  /** Fraction; 1 leaves the letter size as it is set. */
  scale: z.number().min(0.01).max(100),
});

export type Stance = z.infer<typeof stanceSchema>;
