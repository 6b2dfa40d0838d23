import { z } from 'zod';
import { brushFields } from '../shape/brush';

/** Strokes of a brush that takes light or shadow away, or brings it back. */
export const touchSchema = z
  .array(z.strictObject({ to: z.enum(['less', 'back']), ...brushFields }))
  .max(500)
  .default([]);

export type Touch = z.infer<typeof touchSchema>;

/** Strokes when the sheet takes another size. */
export function resizeTouch(touch: Touch, factor: number, at: (point: [number, number]) => [number, number]): void {
  for (const stroke of touch) {
    stroke.points = stroke.points.map(at);
    stroke.radius *= factor;
  }
}
