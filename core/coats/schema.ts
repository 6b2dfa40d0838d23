import { z } from 'zod';
import { blendModes } from '../kernels/blend/modes';
import { colourSchema } from '../pixels/colourSchema';

const fraction = z.number().min(0).max(1);
const degrees = z.number().min(-360).max(360);

/** Which letters a coat lies on. */
const reachSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('all') }),
  /** Lines count from 0. */
  z.strictObject({ kind: z.literal('line'), line: z.int().min(0).max(1000) }),
  /** Index of the letter's first UTF-16 unit. */
  z.strictObject({ kind: z.literal('letter'), at: z.int().min(0).max(5000) }),
]);

/** What a coat is laid out along: all letters together, each line, or each letter. */
export const spans = ['word', 'line', 'letter'] as const;
export type Span = (typeof spans)[number];

const onEach = {
  opacity: fraction,
  /** How it is laid on the coats below it. */
  mode: z.enum(blendModes).default('normal'),
  reach: reachSchema.default({ kind: 'all' }),
};

const solidSchema = z.strictObject({ kind: z.literal('solid'), colour: colourSchema, ...onEach });

export const gradientShapes = ['linear', 'radial', 'conic'] as const;

const gradientSchema = z.strictObject({
  kind: z.literal('gradient'),
  shape: z.enum(gradientShapes),
  /** `at`: fraction of the way. A colour may be clear. Stops at one place make a hard edge. */
  stops: z
    .array(z.strictObject({ at: fraction, colour: colourSchema }))
    .min(1)
    .max(64),
  /** Of a linear gradient: degrees, 0 to the right, clockwise; of a conic one: where it begins. */
  angle: degrees,
  /** Of radial and conic gradients: fractions of the box that they are laid out in. */
  centre: z.tuple([z.number().min(-10).max(10), z.number().min(-10).max(10)]).default([0.5, 0.5]),
  /** Of a radial gradient: its radius, fraction of half the box's diagonal. */
  spread: z.number().min(0.01).max(20).default(1),
  span: z.enum(spans).default('word'),
  space: z.enum(['oklab', 'srgb']).default('oklab'),
  ...onEach,
});

export const motifs = ['stripes', 'checks', 'dots', 'waves', 'weave', 'noise', 'grain', 'crackle'] as const;
export type Motif = (typeof motifs)[number];

const patternSchema = z.strictObject({
  kind: z.literal('pattern'),
  motif: z.enum(motifs),
  colours: z.tuple([colourSchema, colourSchema]),
  /** Width of one repeat, fraction of the cap height. */
  size: z.number().min(0.005).max(20),
  angle: degrees,
  /** How much of it has the second colour, fraction. */
  balance: fraction.default(0.5),
  seed: z.int().min(0).max(1e6).default(1),
  ...onEach,
});

const halftoneSchema = z.strictObject({
  kind: z.literal('halftone'),
  motif: z.enum(['dots', 'lines']),
  /** Whose tones it screens: of the coats below it, or of all the picture that lies below. */
  of: z.enum(['coats', 'picture']).default('coats'),
  /** Of the dots; and of what lies between them, or null where the coats below show. */
  colour: colourSchema,
  ground: colourSchema.nullable().default(null),
  /** Distance of the dots, fraction of the cap height. */
  pitch: z.number().min(0.005).max(5),
  angle: degrees,
  /** 1 takes the tones below as they are; more drives them apart. */
  contrast: z.number().min(0).max(10).default(1),
  ...onEach,
});

const plateSchema = z.strictObject({
  kind: z.literal('plate'),
  /** How far the photograph is slipped out of register, sheet px. */
  x: z.number().min(-1e5).max(1e5).default(0),
  y: z.number().min(-1e5).max(1e5).default(0),
  ...onEach,
});

export const fits = ['cover', 'contain', 'free'] as const;

const pictureSchema = z.strictObject({
  kind: z.literal('picture'),
  /** Key into `assets`, of kind `plate`. */
  asset: z.string(),
  span: z.enum(spans).default('word'),
  /**
   * Fills the box, lies whole within it, or keeps its size whatever the words are: one of its px is then one lettering
   * px.
   */
  fit: z.enum(fits).default('cover'),
  /**
   * Whether it goes with the letters when they are moved, or stays where it is on the sheet; then the sheet is its box.
   */
  held: z.enum(['letters', 'sheet']).default('letters'),
  /** Times as large as it would fit, and slipped by fractions of the box. */
  scale: z.number().min(0.01).max(100).default(1),
  x: z.number().min(-100).max(100).default(0),
  y: z.number().min(-100).max(100).default(0),
  /**
   * Letters in which it is slipped further, and is larger or smaller. `at`: index of the letter's first UTF-16 unit.
   */
  slips: z
    .array(
      z.strictObject({
        at: z.int().min(0).max(5000),
        x: z.number().min(-100).max(100),
        y: z.number().min(-100).max(100),
        scale: z.number().min(0.01).max(100).default(1),
      }),
    )
    .max(5000)
    .default([]),
  /** Further pictures: keys into `assets`. They take turns, by what `by` says. */
  more: z.array(z.string()).max(60).default([]),
  by: z.enum(['letter', 'line', 'cell']).default('letter'),
  /** What must be seen in the letters, such as eyes: fractions of the first picture's width and height. */
  keep: z
    .array(z.tuple([fraction, fraction]))
    .max(100)
    .default([]),
  /** A collage: the box parted into cells, with clear gaps between them, fraction of the cap height. */
  cells: z
    .strictObject({ columns: z.int().min(1).max(60), rows: z.int().min(1).max(60), gap: z.number().min(0).max(2) })
    .default({ columns: 3, rows: 2, gap: 0.04 }),
  ...onEach,
});

export const coatSchema = z.discriminatedUnion('kind', [
  solidSchema,
  gradientSchema,
  patternSchema,
  halftoneSchema,
  plateSchema,
  pictureSchema,
]);

export type Coat = z.infer<typeof coatSchema>;
export type SolidCoat = z.infer<typeof solidSchema>;
export type GradientCoat = z.infer<typeof gradientSchema>;
export type PatternCoat = z.infer<typeof patternSchema>;
export type HalftoneCoat = z.infer<typeof halftoneSchema>;
export type PlateCoat = z.infer<typeof plateSchema>;
export type PictureCoat = z.infer<typeof pictureSchema>;

/** A coat of one colour as the format's defaults have it. */
export const solidCoat = (given: Pick<SolidCoat, 'colour'> & Partial<SolidCoat>): SolidCoat => ({
  kind: 'solid',
  opacity: 1,
  mode: 'normal',
  reach: { kind: 'all' },
  ...given,
});

/** A picture as the format's defaults have it. */
export const pictureCoat = (
  given: Omit<z.input<typeof pictureSchema>, 'kind' | 'opacity'> & { opacity?: number },
): PictureCoat => pictureSchema.parse({ kind: 'picture', opacity: 1, ...given });

/** The assets that a coat names, by key. */
export const picturesOfCoat = (coat: Coat): string[] => (coat.kind === 'picture' ? [coat.asset, ...coat.more] : []);
