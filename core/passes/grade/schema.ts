import { z } from 'zod';
import { isColour } from '../../pixels/colour';

const id = z.string().min(1).max(64);
const colour = z.string().refine(isColour, 'This is not a colour that CSS knows.');

/** Which part of the photograph a grade changes, by the letters' silhouette. */
const reachSchema = z.strictObject({
  lettering: id,
  area: z.enum(['inside', 'outside']),
  /** All of the photograph there, only a veil, or only what is not that veil. */
  on: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('all') }),
    z.strictObject({ kind: z.literal('veil'), veil: id }),
    z.strictObject({ kind: z.literal('behind'), veil: id }),
  ]),
  /** Width over which the silhouette fades, sheet px. */
  soft: z.number().min(0).max(2000).default(0),
});

/**
 * Line 9. A change of the photograph's tone and colour, in this order: blurred, lightened, hue shifted, faded in
 * colour, inverted, a colour subtracted.
 */
export const gradeSchema = z.strictObject({
  id,
  reach: reachSchema,
  /** Sigma of a Gaussian, sheet px. */
  blur: z.number().min(0).max(500).default(0),
  /** Stops of light: each one doubles it. */
  light: z.number().min(-8).max(8).default(0),
  /** Degrees, in Oklab. */
  hue: z.number().min(-360).max(360).default(0),
  /** Times the chroma; 0 leaves grey. */
  saturation: z.number().min(0).max(4).default(1),
  invert: z.boolean().default(false),
  subtract: colour.nullable().default(null),
  /** Fraction. */
  strength: z.number().min(0).max(1).default(1),
});

export type Grade = z.infer<typeof gradeSchema>;
export type GradeReach = Grade['reach'];

/** A grade that changes nothing yet. */
export const plainGrade = (own: string, reach: z.input<typeof reachSchema>): Grade =>
  gradeSchema.parse({ id: own, reach });
