import { z } from 'zod';
import { colourSchema } from '../../pixels/colourSchema';
import {
  curvesSchema,
  greyMixSchema,
  hueRangeSchema,
  levelsSchema,
  localContrastSchema,
  matchSchema,
  splitTintSchema,
  whiteBalanceSchema,
} from './tone/schema';

const id = z.string().min(1).max(64);

/** Areas that are told by the silhouette of letters; the others need none. */
export const lettersAreas = ['letters', 'inside', 'outside'] as const;

/** What a grade changes. */
const reachSchema = z
  .strictObject({
    /** Whose letters tell the area; null where none do. */
    lettering: id.nullable(),
    /**
     * The finished picture with its words; all of the photographs; the letters themselves; or the photographs within
     * the letters' silhouette, or beyond it.
     */
    area: z.enum(['everything', 'photograph', ...lettersAreas]),
    /** Of the photographs there: all, only a veil, only what is not that veil, or only one photograph. */
    on: z.discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('all') }),
      z.strictObject({ kind: z.literal('veil'), veil: id }),
      z.strictObject({ kind: z.literal('behind'), veil: id }),
      z.strictObject({ kind: z.literal('plate'), plate: id }),
    ]),
    /** Width over which the silhouette fades, or the veil's where there is no silhouette; sheet px. */
    soft: z.number().min(0).max(2000).default(0),
  })
  .refine(({ area, lettering }) => lettering !== null || !isByLetters(area), {
    message: 'A grade of letters, or inside or outside of them, says which lettering.',
  });

/**
 * Line 9. A change of tone and colour. Its parts in their order: blurred, local contrast, matched, lightened, white
 * balance, levels, curve, contrast, faded, vibrance, saturation, hue, hue by range, grey mix, split tint, inverted, a
 * colour subtracted. What should come otherwise is another grade.
 */
export const gradeSchema = z.strictObject({
  id,
  /** Given by a person; an empty one is told by what it does. */
  name: z.string().max(80).default(''),
  /** False while it is switched off for a look. */
  shown: z.boolean().default(true),
  reach: reachSchema,
  /** Sigma of a Gaussian, sheet px. */
  blur: z.number().min(0).max(500).default(0),
  localContrast: localContrastSchema.nullable().default(null),
  match: matchSchema.nullable().default(null),
  /** Stops of light: each one doubles it. */
  light: z.number().min(-8).max(8).default(0),
  whiteBalance: whiteBalanceSchema.nullable().default(null),
  levels: levelsSchema.nullable().default(null),
  curve: curvesSchema.nullable().default(null),
  /** Doublings of the slope at middle grey; black and white stay. */
  contrast: z.number().min(-3).max(3).default(0),
  /** How far blacks are lifted and colours taken back, fraction. */
  fade: z.number().min(0).max(1).default(0),
  /** Like saturation, but the more the less a colour has of it: fraction. */
  vibrance: z.number().min(-1).max(1).default(0),
  /** Times the chroma; 0 leaves grey. */
  saturation: z.number().min(0).max(4).default(1),
  /** Degrees, in Oklab. */
  hue: z.number().min(-360).max(360).default(0),
  hueRanges: z.array(hueRangeSchema).max(8).default([]),
  greyMix: greyMixSchema.nullable().default(null),
  splitTint: splitTintSchema.nullable().default(null),
  invert: z.boolean().default(false),
  subtract: colourSchema.nullable().default(null),
  /** Fraction. */
  strength: z.number().min(0).max(1).default(1),
});

export type Grade = z.infer<typeof gradeSchema>;
export type GradeReach = Grade['reach'];
export type GradeArea = GradeReach['area'];

/** Whether an area is told by letters. */
export const isByLetters = (area: string): area is (typeof lettersAreas)[number] =>
  (lettersAreas as readonly string[]).includes(area);

/** A grade that changes nothing yet. */
export const plainGrade = (own: string, reach: z.input<typeof reachSchema>): Grade =>
  gradeSchema.parse({ id: own, reach });

const unchanging = plainGrade('none', { lettering: null, area: 'everything', on: { kind: 'all' } });

/** Fields that say what a grade does. */
export type ToneField = Exclude<keyof Grade, 'id' | 'name' | 'shown' | 'reach' | 'strength'>;

/** What a grade does is what differs from this. */
export const plainTone: Readonly<Pick<Grade, ToneField>> = unchanging;
