import { z } from 'zod';
import { setAlong, type Curve } from './along';
import type { Lockup } from './lockup';

const schema = z.strictObject({
  kind: z.literal('arc'),
  /** Lettering px; above 0 the ends bend down, below 0 they bend up. */
  radius: z
    .number()
    .min(-200000)
    .max(200000)
    .refine((radius) => Math.abs(radius) >= 1, 'The radius of an arc is at least 1 px.'),
});

/**
 * Letters standing on a circle that touches the baseline in the middle. Each keeps its shape; bending the letters
 * themselves is the stance's.
 */
export const arcLockup: Lockup<z.infer<typeof schema>> = {
  kind: 'arc',
  title: 'On an arc',
  schema,
  place: (lines, { radius }, measure) => setAlong(lines, circle(radius), 0, measure),
};

function circle(radius: number): Curve {
  return {
    length: Infinity,
    frameAt(distance) {
      const angle = distance / radius;
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      return { a: cos, b: sin, c: -sin, d: cos, e: radius * sin, f: radius * (1 - cos) };
    },
  };
}
