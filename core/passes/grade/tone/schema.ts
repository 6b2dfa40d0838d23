import { z } from 'zod';
import { colourSchema } from '../../../pixels/colourSchema';

const fraction = z.number().min(0).max(1);

/** What may be told for all three channels together, and then for each one. */
export const channels = ['all', 'red', 'green', 'blue'] as const;
export type Channel = (typeof channels)[number];

const channelsOf = <Schema extends z.ZodType>(schema: Schema) => {
  const one = schema.nullable().default(null);
  return z.strictObject({ all: one, red: one, green: one, blue: one });
};

/** Encoded values: from `black` to `white` is spread to from `low` to `high`; `gamma` above 1 lightens what is between. */
export const levelSchema = z.strictObject({
  black: fraction.default(0),
  white: fraction.default(1),
  gamma: z.number().min(0.1).max(10).default(1),
  low: fraction.default(0),
  high: fraction.default(1),
});
export type Level = z.infer<typeof levelSchema>;
export const levelsSchema = channelsOf(levelSchema);
export type Levels = z.infer<typeof levelsSchema>;

/** Points that a curve runs through, encoded values in and out; in any order. */
const curveSchema = z
  .array(z.tuple([fraction, fraction]))
  .min(2)
  .max(16);
export type CurvePoints = z.infer<typeof curveSchema>;
export const curvesSchema = channelsOf(curveSchema);
export type Curves = z.infer<typeof curvesSchema>;

/** What light the photograph was taken in, away from daylight as sRGB has it. */
export const whiteBalanceSchema = z.strictObject({
  /** Mired; above 0 the picture gets warmer. */
  warmth: z.number().min(-200).max(100).default(0),
  /** Thousandths of the CIE 1960 chromaticity off the Planckian locus; above 0 the picture gets more magenta. */
  tint: z.number().min(-60).max(60).default(0),
});
export type WhiteBalance = z.infer<typeof whiteBalanceSchema>;

/** A change of colours of some hues. Degrees of Oklab's hue. */
export const hueRangeSchema = z.strictObject({
  centre: z.number().min(0).max(360),
  /** How wide the range is that is changed in full, and over what it fades at each end. */
  width: z.number().min(0).max(360).default(40),
  soft: z.number().min(1).max(180).default(25),
  turn: z.number().min(-180).max(180).default(0),
  /** Times the chroma. */
  saturation: z.number().min(0).max(4).default(1),
  /** Added to Oklab's lightness. */
  lightness: z.number().min(-0.5).max(0.5).default(0),
});
export type HueRange = z.infer<typeof hueRangeSchema>;

/** Grey from so much of each channel's light. */
export const greyMixSchema = z.strictObject({
  red: z.number().min(-2).max(3).default(0.2126),
  green: z.number().min(-2).max(3).default(0.7152),
  blue: z.number().min(-2).max(3).default(0.0722),
});
export type GreyMix = z.infer<typeof greyMixSchema>;

/** A colour for what is dark and one for what is light. */
export const splitTintSchema = z.strictObject({
  shadows: colourSchema.nullable().default(null),
  highlights: colourSchema.nullable().default(null),
  amount: fraction.default(0.3),
  /** Above 0 more counts as light. */
  balance: z.number().min(-1).max(1).default(0),
});
export type SplitTint = z.infer<typeof splitTintSchema>;

/** Fine tones against those around them. */
export const localContrastSchema = z.strictObject({
  /** -1 takes what is fine away, 1 doubles it. */
  amount: z.number().min(-1).max(3).default(0.4),
  /** How far around a px counts: sigma, sheet px. */
  radius: z.number().min(0.5).max(300).default(20),
});
export type LocalContrast = z.infer<typeof localContrastSchema>;

const value = z.number().min(-2).max(2);
const triple = z.tuple([value, value, value]);
const statisticsSchema = z.strictObject({ mean: triple, spread: triple });
/** Means and standard deviations of L, a and b (Oklab). */
export type Statistics = z.infer<typeof statisticsSchema>;

/** Tone and colour brought from those of one picture to those of another (Reinhard et al. 2001, in Oklab). */
export const matchSchema = z.strictObject({ from: statisticsSchema, to: statisticsSchema });
export type Match = z.infer<typeof matchSchema>;
