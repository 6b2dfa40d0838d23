import { z } from 'zod';
import { brushFields } from '../../shape/brush';

const px = (most: number): z.ZodDefault<z.ZodNumber> => z.number().min(-most).max(most).default(0);
const fraction = (standard: number): z.ZodDefault<z.ZodNumber> => z.number().min(0).max(1).default(standard);
const times = (standard: number): z.ZodDefault<z.ZodNumber> => z.number().min(0).max(4).default(standard);

/** Largest shift or height that can be asked for, sheet px. */
export const largestShift = 4000;

const along = z.number().min(-1e6).max(1e6);
const place = z.tuple([along, along]);

/** One stroke of the brush that paints a map. */
export const mapStrokeSchema = z.strictObject({ to: z.enum(['high', 'low', 'even']), ...brushFields });

/** What tells how high the surface stands in each place: black is low, white is high. */
export const mapSchema = z.strictObject({
  /**
   * `relief`: from the shading of the picture below. `brightness`: of the picture below. `picture`: another picture, laid
   * over the whole sheet. `painted`: by hand, on an even ground.
   */
  from: z.enum(['relief', 'brightness', 'picture', 'painted']).default('relief'),
  /** Of a map from another picture: its key into the piece's assets. */
  asset: z.string().max(200).nullable().default(null),
  /** Of a painted map. */
  strokes: z.array(mapStrokeSchema).max(1000).default([]),
  /** Where the light comes from that shades the relief; null: from the piece's lamp. */
  light: z
    .strictObject({ tilt: z.number().min(-360).max(360), height: z.number().min(1).max(89) })
    .nullable()
    .default(null),
  /** Sigma of the Gaussian that takes off what is finer, sheet px. */
  blur: z.number().min(0).max(2000).default(0),
  /** What is broader than this Gaussian is taken off, sheet px; null leaves it. */
  flatten: z.number().min(1).max(20000).nullable().default(null),
  /** About the middle; 1 brings the darkest and the lightest fiftieth to black and white. */
  contrast: times(1),
  inverted: z.boolean().default(false),
});

/** How far the letters are moved where the map is high: four laws, of which any are added up. */
export const displacementSchema = z.strictObject({
  /** Switched off for a look. */
  shown: z.boolean().default(true),
  map: mapSchema.prefault({}),
  /** From the map's black to its white, along `angle` (degrees, clockwise from the right); sheet px. */
  level: px(largestShift),
  angle: z.number().min(-360).max(360).default(90),
  /** Where the map is as steep as it is in a fiftieth of its places, uphill, across and down; sheet px. */
  slope: z
    .tuple([z.number().min(-largestShift).max(largestShift), z.number().min(-largestShift).max(largestShift)])
    .default([0, 0]),
  /** From the map's black to its white as a surface, sheet px; null: as high as the light says (relief). */
  height: z.number().min(0).max(largestShift).nullable().default(null),
  /** How far a print is measured along that surface: 0 not at all, 1 as it lies there. */
  length: times(0),
  /** How far the lens sees what is higher farther from the picture's middle: 1 as it does. */
  view: times(0),
  /** From the lens to the sheet, in the sheet's longer sides. */
  far: z.number().min(0.2).max(100).default(1.4),
  /** What stays where it is. */
  leaves: z
    .array(z.enum(['panel', 'outlines', 'echoes']))
    .max(3)
    .default([]),
});

const flanks = z
  .tuple([z.number().min(-1).max(2), z.number().min(-1).max(2)])
  .refine(([from, to]) => from <= to, 'A flank begins before it ends.');

/** How ink takes to the surface. */
export const biteSchema = z.strictObject({
  shown: z.boolean().default(true),
  /**
   * `paint`: the ink's colour lit as the surface is lit. `dye`: multiplied into the surface. `light`: thrown onto it.
   */
  as: z.enum(['paint', 'dye', 'light']).default('paint'),
  strength: fraction(1),
  /** How much of the surface's fine texture, and of its broad shading, comes through; 1: as it is. */
  texture: times(1),
  shading: times(1),
  /** The Gaussian that parts the two, sheet px. */
  radius: z.number().min(0).max(2000).default(6),
  /** The Gaussian that gives the surface's own even tone near by, sheet px; null: one tone under all letters. */
  even: z.number().min(1).max(20000).nullable().default(null),
  /** How far changes of the surface's colour are kept out: they are its paint, not its light. */
  keptOut: fraction(0),
  /** Each of red, green and blue by itself, or lightness alone. */
  channels: z.enum(['each', 'lightness']).default('lightness'),
  /** Where the surface is this dark or this light (Oklab lightness, 0..1) it stays bare: from none to full. */
  bare: z
    .strictObject({
      /** Ink begins at the first and is full from the second. */
      dark: flanks.default([0, 0]),
      /** Ink is full up to the first and ends at the second. */
      light: flanks.default([1, 1]),
      /** How far the borders waver, in lightness; and in what size, sheet px. */
      noise: fraction(0),
      grain: z.number().min(0.5).max(500).default(3),
    })
    .nullable()
    .default(null),
});

/** One stroke of the brush that pulls letters about; it belongs to its place on the sheet. */
export const pullStrokeSchema = z.strictObject({
  kind: z.enum(['pull', 'swell', 'pinch', 'swirl', 'calm']),
  ...brushFields,
});

export const pullSchema = z.strictObject({
  shown: z.boolean().default(true),
  /** How much of all strokes is seen. */
  strength: fraction(1),
  strokes: z.array(pullStrokeSchema).max(1000).default([]),
  /** A region that strokes keep inside or outside of. */
  fence: z
    .strictObject({ points: z.array(place).min(3).max(2000), keeps: z.enum(['inside', 'outside']) })
    .nullable()
    .default(null),
});

const move = z.tuple([along, along]);

/** Most lines of a net, across and down. */
export const mostLines = 9;

/** Lines of a net as fractions of the letters' box, from its one side to the other. */
const netLines = z
  .array(z.number().min(0).max(1))
  .min(2)
  .max(mostLines)
  .refine((at) => at[0] === 0 && at[at.length - 1] === 1, 'A net reaches from one side of the letters to the other.')
  .refine((at) => at.every((one, i) => i === 0 || one - at[i - 1] > 0.001), 'Lines of a net follow one another.');

/** One point of the net. */
export const meshPointSchema = z.strictObject({
  /** From where it stands in the letters' plane; lettering px. */
  move: move.default([0, 0]),
  /** How fast the moves change there across and down the whole box, lettering px; null: smoothly from point to point. */
  across: move.nullable().default(null),
  down: move.nullable().default(null),
});

/** A net over the letters, after bend and corners: what lies between its points follows them. */
export const meshSchema = z
  .strictObject({
    shown: z.boolean().default(true),
    across: netLines,
    down: netLines,
    /** Row by row. */
    points: z.array(meshPointSchema),
  })
  .refine(({ across, down, points }) => points.length === across.length * down.length, {
    error: 'A net has a point wherever its lines cross.',
  });

/** A drip that somebody took into the hand. */
const dripChangeSchema = z.strictObject({
  /** First UTF-16 unit of its letter in the text, and which of the letter's drips it is. */
  at: z.int().min(0),
  drip: z.int().min(0).max(1000),
  /** Em; null: it is taken away. */
  length: z.number().min(0).max(20).nullable(),
});

/** Paint that runs from the lower edges of letters. */
export const dripsSchema = z.strictObject({
  shown: z.boolean().default(true),
  /** Of a letter as wide as one em. */
  number: z.number().min(0).max(60).default(5),
  /** Em. */
  length: z.number().min(0).max(6).default(0.35),
  /** How far lengths differ: 0 all alike, 1 most are short and few are long. */
  spread: fraction(0.7),
  /** Em. */
  thickness: z.number().min(0.005).max(0.5).default(0.05),
  /** By how much a drip is thinner above its end. */
  neck: z.number().min(0).max(0.8).default(0.35),
  seed: z.int().min(0).max(999999).default(1),
  /** Where they run to, degrees on the sheet, clockwise from the right: 90 runs down. */
  direction: z.number().min(-360).max(360).default(90),
  /** Lower edges that sag as if molten, or are torn; null leaves them. */
  edge: z
    .strictObject({
      as: z.enum(['molten', 'torn']),
      /** How far, and in what size; em. */
      depth: z.number().min(0).max(1).default(0.05),
      size: z.number().min(0.01).max(2).default(0.2),
    })
    .nullable()
    .default(null),
  /** Single drips, longer or shorter or taken away by hand. */
  changes: z.array(dripChangeSchema).max(2000).default([]),
  /** Letters whose drips began at another place in the text: they keep them. */
  roots: z
    .array(z.strictObject({ at: z.int().min(0), root: z.int().min(0) }))
    .max(2000)
    .default([]),
});

/** Line 6. How a lettering follows the surface that it lies on. */
export const drapeSchema = z.strictObject({
  displacement: displacementSchema.nullable().default(null),
  bite: biteSchema.nullable().default(null),
  /** Bent by a net; null: none lies over it. */
  mesh: meshSchema.nullable().default(null),
  /** Pulled about by hand. */
  pull: pullSchema.nullable().default(null),
  /** Paint that runs down from it; null: none. */
  drips: dripsSchema.nullable().default(null),
  /** The plane that it lies in: its corners are brought along it. Null: in none. */
  plane: z.string().min(1).max(64).nullable().default(null),
});

export type MapStroke = z.infer<typeof mapStrokeSchema>;
export type DrapeMap = z.infer<typeof mapSchema>;
export type Displacement = z.infer<typeof displacementSchema>;
export type Bite = z.infer<typeof biteSchema>;
export type Bare = NonNullable<Bite['bare']>;
export type PullStroke = z.infer<typeof pullStrokeSchema>;
export type Pull = z.infer<typeof pullSchema>;
export type MeshPoint = z.infer<typeof meshPointSchema>;
export type Mesh = z.infer<typeof meshSchema>;
export type Drips = z.infer<typeof dripsSchema>;
export type Drape = z.infer<typeof drapeSchema>;

export const plainDrape = (): Drape => ({
  displacement: null,
  bite: null,
  mesh: null,
  pull: null,
  drips: null,
  plane: null,
});
export const plainDrips = (given: z.input<typeof dripsSchema> = {}): Drips => dripsSchema.parse(given);
export const plainDisplacement = (given: z.input<typeof displacementSchema> = {}): Displacement =>
  displacementSchema.parse(given);
export const plainBite = (given: z.input<typeof biteSchema> = {}): Bite => biteSchema.parse(given);
/** Thresholds that leave nothing bare yet. */
export const plainBare = (): Bare => ({ dark: [0, 0], light: [1, 1], noise: 0.04, grain: 3 });

export const plainPull = (): Pull => ({ shown: true, strength: 1, strokes: [], fence: null });
