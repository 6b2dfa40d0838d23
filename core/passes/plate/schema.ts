import { z } from 'zod';

/** Line 0. A photograph on the sheet: sheet px = plate px * scale + (x, y). */
export const plateSchema = z.strictObject({
  id: z.string().min(1).max(64),
  name: z.string().max(200),
  /** Key into the piece's `assets`. */
  asset: z.string(),
  /** Sheet px per plate px. */
  scale: z.number().min(0.001).max(100),
  /** Sheet px of the plate's top left corner. */
  x: z.number().min(-1e6).max(1e6),
  y: z.number().min(-1e6).max(1e6),
});

export type Plate = z.infer<typeof plateSchema>;
