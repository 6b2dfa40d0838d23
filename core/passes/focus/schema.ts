import { z } from 'zod';

const along = z.number().min(-1e6).max(1e6);
const place = z.tuple([along, along]);
const fraction = (standard: number): z.ZodDefault<z.ZodNumber> => z.number().min(0).max(1).default(standard);
/** Sigma, sheet px: the standard deviation of an edge's slope, whatever the lens's disc is like. */
const sigma = z.number().min(0).max(500);

/** How a lens that is not focused on letters shows them. */
export const blurSchema = z.strictObject({
  shown: z.boolean().default(true),
  /** `lens`: an even disc. `soft`: a Gaussian. */
  as: z.enum(['lens', 'soft']).default('lens'),
  sigma: sigma.default(1),
  /** Another sigma at another place: between both, and beyond, it changes evenly; null: the same everywhere. */
  along: z
    .strictObject({
      from: place,
      to: place,
      sigma,
      /** Somewhere between both it is in focus: sigma falls to 0 there, and rises again. */
      through: z.boolean().default(false),
    })
    .nullable()
    .default(null),
  /** Letters that stand at a depth of their own, by their first UTF-16 units. */
  letters: z
    .array(z.strictObject({ at: z.int().min(0), sigma }))
    .max(500)
    .default([]),
});

/** Letters that move while the shutter is open. */
export const motionSchema = z.strictObject({
  shown: z.boolean().default(true),
  /** Degrees on the sheet, clockwise from the right; and how far, sheet px. */
  angle: z.number().min(-360).max(360).default(0),
  length: z.number().min(0).max(2000).default(20),
});

/** Grain as the photograph has it. */
export const grainSchema = z.strictObject({
  shown: z.boolean().default(true),
  strength: z.number().min(0).max(3).default(1),
  /** Standard deviation by brightness, 1/255 of the encoded value: where it is dark, in the middle, and light. */
  dark: z.number().min(0).max(60).default(1.5),
  middle: z.number().min(0).max(60).default(1.5),
  light: z.number().min(0).max(60).default(1.5),
  /** Sigma of the Gaussian that makes grains as large as they are, sheet px. */
  size: z.number().min(0).max(20).default(0.4),
  /** How far red, green and blue have grains of their own. */
  colour: fraction(0),
  seed: z.int().min(0).max(999999).default(1),
});

/** Line 8. As sharp and as grainy as the photograph where the letters stand. */
export const focusSchema = z.strictObject({
  blur: blurSchema.nullable().default(null),
  motion: motionSchema.nullable().default(null),
  grain: grainSchema.nullable().default(null),
});

export type Blur = z.infer<typeof blurSchema>;
export type Motion = z.infer<typeof motionSchema>;
export type LetterGrain = z.infer<typeof grainSchema>;
export type LetterFocus = z.infer<typeof focusSchema>;

export const plainBlur = (given: z.input<typeof blurSchema> = {}): Blur => blurSchema.parse(given);
export const plainFocus = (given: z.input<typeof focusSchema> = {}): LetterFocus => focusSchema.parse(given);
