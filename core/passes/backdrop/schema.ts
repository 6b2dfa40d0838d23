import { z } from 'zod';
import { castsSchema, plainCasts } from '../../light/casting/schema';

const along = z.number().min(-1e6).max(1e6);

/** A box of the sheet, sheet px. */
const boxSchema = z.strictObject({
  x: along,
  y: along,
  width: z.number().min(0).max(1e6),
  height: z.number().min(0).max(1e6),
});

/** The shadow that a thing throws in its own photograph, taken along to the backdrop. */
export const ownShadowSchema = z.strictObject({
  /** How much of its darkness is kept, fraction. */
  strength: z.number().min(0).max(1.5).default(1),
  /** How far from the thing it is looked for, sheet px. */
  reach: z.number().min(1).max(5000).default(160),
  /** What is darker by less than this part of the light around it is texture, not shadow. */
  threshold: z.number().min(0).max(0.9).default(0.2),
  /** Softened by this sigma, sheet px. */
  blur: z.number().min(0).max(500).default(3),
});

/** Line 0. What stands behind cut-out things in place of their photographs: the sheet itself. */
export const backdropSchema = z.strictObject({
  /** Ids of the photographs of which only what is cut out stays. */
  plates: z.array(z.string()).min(1).max(50),
  /** Where the cut-out things stand: their box, sheet px; null until that is known. */
  stands: boxSchema.nullable().default(null),
  own: ownShadowSchema.nullable().default(null),
  /** What is thrown anew, as by letters. */
  casts: castsSchema.default(plainCasts),
});

export type Backdrop = z.infer<typeof backdropSchema>;
export type OwnShadow = z.infer<typeof ownShadowSchema>;

export const plainBackdrop = (given: z.input<typeof backdropSchema>): Backdrop => backdropSchema.parse(given);
