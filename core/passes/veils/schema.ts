import { z } from 'zod';
import type { Mark } from './scribble/marks';
import { colourSchema } from '../../pixels/colourSchema';

const coordinate = z.number().min(-1e6).max(1e6);
const pointSchema = z.tuple([coordinate, coordinate]);

/**
 * How a stretch runs from one point to the next: along the photo's edge, straight, as a smooth curve, or around outside
 * the sheet.
 */
export const stretches = ['edge', 'straight', 'smooth', 'border'] as const;

const tracePointSchema = z.strictObject({
  /** Plate px. */
  x: coordinate,
  y: coordinate,
  /** The stretch from here to the next point. */
  to: z.enum(stretches),
  /**
   * What lies between, plate px; neither end is repeated. A smooth stretch has none: its curve follows from the points.
   */
  via: z.array(pointSchema).max(20000),
  /** Smooth stretches meet here at an angle. */
  corner: z.boolean().optional(),
});

const contourSchema = z.strictObject({
  /** An open contour is still being traced and cuts nothing. */
  closed: z.boolean(),
  points: z.array(tracePointSchema).max(5000),
});

/** How a cut joins those before it. */
export const cutOperations = ['add', 'subtract', 'intersect'] as const;
export type CutOperation = (typeof cutOperations)[number];

const operation = z.enum(cutOperations).default('add');

/** A line drawn by hand: a rough stroke of a scribble cut, or a part of the fine edge's band. */
const lineFields = {
  /** Half its width, plate px. */
  radius: z.number().min(0.1).max(5000),
  /** Plate px. */
  points: z.array(pointSchema).min(1).max(20000),
};

const markSchema = z.strictObject({ side: z.enum(['front', 'behind']), ...lineFields });

/** A rectangle of the plate, plate px. */
const boxSchema = z.strictObject({
  x: coordinate,
  y: coordinate,
  width: z.number().min(0).max(1e6),
  height: z.number().min(0).max(1e6),
});

/** Key into `assets`: the solved pixels, a grey picture of the plate, white in front. */
const matteKey = z.string().max(100);

/** Key of what a matte was solved from; null for one of an earlier program, which is taken to be right. */
const solvedFor = z.string().max(100).nullable().default(null);

/** Islands and holes smaller than a square of this side are cleared, plate px. */
const specks = z.number().min(0).max(1000).default(0);

const traceCutSchema = z.strictObject({
  kind: z.literal('trace'),
  operation,
  contours: z.array(contourSchema).max(500),
});

const scribbleCutSchema = z.strictObject({
  kind: z.literal('scribble'),
  operation,
  marks: z.array(markSchema).max(2000),
  /** Nothing outside of it stands in front. */
  box: boxSchema.nullable().default(null),
  specks,
  /** What the strokes were solved to; null until then, or where nothing says what stands in front. */
  matte: matteKey.nullable().default(null),
  solvedFor,
  /** Solved only as finely as a screen that shows the whole plate. */
  coarse: z.boolean().default(false),
});

const toneCutSchema = z.strictObject({
  kind: z.literal('tone'),
  operation,
  /** Where colours were sampled, plate px, and what they were. */
  samples: z
    .array(
      z.strictObject({
        x: coordinate,
        y: coordinate,
        colour: colourSchema,
      }),
    )
    .max(40),
  /**
   * How far a colour may differ and still belong, in Oklab times 100: its chroma and hue (a and b), and its lightness.
   */
  chroma: z.number().min(0).max(60),
  lightness: z.number().min(0).max(100),
  /** Fraction of the tolerance over which belonging fades. */
  softness: z.number().min(0).max(4),
  /** Only what is connected to a sample. */
  connected: z.boolean().default(false),
  specks,
  matte: matteKey.nullable().default(null),
  solvedFor,
});

const pictureCutSchema = z.strictObject({ kind: z.literal('picture'), operation, matte: matteKey });

export const cutSchema = z.discriminatedUnion('kind', [
  traceCutSchema,
  scribbleCutSchema,
  toneCutSchema,
  pictureCutSchema,
]);

const fineEdgeSchema = z.strictObject({
  /** Where there is hair or blur along the edge: painted by hand. */
  band: z.array(z.strictObject(lineFields)).max(2000),
  /** Width of the band along the whole border of the cut, to each side, plate px; 0 leaves only what is painted. */
  reach: z.number().min(0).max(200),
  /** Also solved where the photograph needs it: along hair, grass and blur, found on the border each time. */
  needed: z.boolean().default(false),
  /** The solved matte, and the front's own colours; their alpha is the band. Null until solved. */
  matte: matteKey.nullable(),
  front: matteKey.nullable(),
  /**
   * Key of the cuts that it was solved for: where they have changed since, it is old. Empty while it is still to be
   * solved; null where it is not asked for.
   */
  solvedFor,
});

/** How soft the photo's edge is along the border: places and the sigma measured there, plate px. */
const softnessSchema = z.strictObject({
  profile: z.array(z.tuple([coordinate, coordinate, z.number().min(0).max(500)])).max(4000),
  /** The softness used is that which was measured times this. */
  factor: z.number().min(0).max(5),
});

const strokeSchema = z.strictObject({
  /** `clear`: as it was before it was brushed. */
  side: z.enum(['front', 'behind', 'clear']),
  ...lineFields,
  /** Fraction of the radius over which the stroke fades; 0 is a hard brush. */
  softness: z.number().min(0).max(1),
  /** How much of its strength one stroke has, fraction. */
  flow: z.number().min(0.01).max(1).default(1),
  /** Strength at each point where the device reported the pressure, fraction. */
  pressures: z.array(z.number().min(0).max(1)).max(20000).optional(),
  /** Keeps the stroke inside or outside of a lettering's letters. */
  fence: z
    .strictObject({ lettering: z.string(), side: z.enum(['inside', 'outside']) })
    .nullable()
    .default(null),
});

const shadowFields = {
  /** How far the veil stands off what lies behind it, sheet px; offset and blur grow with it. */
  lift: z.number().min(0).max(1000),
  /** Height of the lamp, degrees: 90 stands above. */
  height: z.number().min(5).max(90),
  /** Where the shadow falls, degrees from the right, clockwise. */
  angle: z.number().min(-360).max(360),
  /** Size of the lamp, fraction of its distance. */
  size: z.number().min(0).max(2),
  strength: z.number().min(0).max(1),
  /** It takes height, angle and size from the lamp of the piece, where there is one. */
  obeys: z.boolean().default(false),
  colour: colourSchema,
  /** Lift where the veil is painted as near to what lies behind it, and as far off, sheet px. */
  nearLift: z.number().min(0).max(1000).default(0),
  farLift: z.number().min(0).max(1000).default(40),
  /** Where it is painted so: front stands for far, behind for near. */
  lifts: z.array(strokeSchema).max(2000).default([]),
  /** Touch-up of the shadow itself: front deepens it, behind takes it away. */
  touches: z.array(strokeSchema).max(2000).default([]),
};

/** What a veil throws on the letters behind it, or a graft on the photograph. */
const shadowSchema = z.strictObject(shadowFields);

/** Where a graft stands. Plate px, so that it keeps its place on the photograph when that is moved or scaled. */
const graftSchema = z.strictObject({
  /** The point of the cut piece that it is turned and scaled about, and where that point comes to lie; plate px. */
  pivot: pointSchema,
  at: pointSchema,
  scale: z.number().min(0.01).max(100),
  /** Degrees, clockwise. */
  turn: z.number().min(-360).max(360),
  /** Left and right changed over, before it is turned. */
  flipped: z.boolean(),
  /** What it throws on the photograph; null where it throws nothing. */
  shadow: shadowSchema.nullable(),
});

/** A cast of colour that is left on a veil's edge, and what is done to it. */
const castSchema = z.strictObject({
  /** Its hue in Oklch, degrees, and how far a hue may differ and still belong to it. */
  hue: z.number().min(0).max(360),
  reach: z.number().min(1).max(180),
  /** How far its hue is turned, degrees; and what is left of its chroma, fraction. */
  turn: z.number().min(-180).max(180),
  chroma: z.number().min(0).max(2),
});

/** Line 3. A region of a plate that stands in front of lettering. */
export const veilSchema = z.strictObject({
  id: z.string().min(1).max(64),
  name: z.string().max(200),
  /** The plate that it is cut from. */
  plate: z.string(),
  /** Ways to cut, in the order in which they are combined. */
  cuts: z.array(cutSchema).max(100),
  /** The edge solved for hair, grass and blur; null where it is as it was cut. */
  fine: fineEdgeSchema.nullable().default(null),
  /** Softness taken from the photo; null where the feather alone softens. */
  softness: softnessSchema.nullable().default(null),
  /** Width of the soft edge, sheet px: a Gaussian of half this sigma. */
  feather: z.number().min(0).max(200),
  /** Touch-up, in the order in which it was painted. */
  strokes: z.array(strokeSchema).max(5000),
  /** Null where it throws none. */
  shadow: shadowSchema.nullable().default(null),
  /** Where the piece of the plate has been copied to; null for a veil that stays in its place. */
  graft: graftSchema.nullable().default(null),
  /** How far the border is moved outwards, plate px; below 0 inwards. */
  grow: z.number().min(-20).max(20).default(0),
  /** Where a stretch of the border is moved beside that, under strokes: outwards, below 0 inwards; plate px. */
  growths: z
    .array(
      z.strictObject({
        ...lineFields,
        amount: z.number().min(-5).max(5),
        /** Fraction of the radius over which it fades. */
        softness: z.number().min(0).max(1),
      }),
    )
    .max(2000)
    .default([]),
  /** Null where no cast is left on its edge. */
  cast: castSchema.nullable().default(null),
});

export type Veil = z.infer<typeof veilSchema>;
export type Cut = z.infer<typeof cutSchema>;
export type TraceCut = z.infer<typeof traceCutSchema>;
export type ScribbleCut = z.infer<typeof scribbleCutSchema>;
export type ToneCut = z.infer<typeof toneCutSchema>;
export type FineEdge = z.infer<typeof fineEdgeSchema>;
/** Where the fine edge is solved. */
export type EdgeBand = Pick<FineEdge, 'band' | 'reach' | 'needed'>;
export type Softness = z.infer<typeof softnessSchema>;
export type Contour = z.infer<typeof contourSchema>;
export type TracePoint = z.infer<typeof tracePointSchema>;
export type VeilShadow = z.infer<typeof shadowSchema>;
export type Stroke = z.infer<typeof strokeSchema>;
export type Graft = z.infer<typeof graftSchema>;
export type Growth = Veil['growths'][number];
export type Cast = z.infer<typeof castSchema>;

/** A veil as the format's defaults have it. */
export const plainVeil = (given: Pick<Veil, 'id' | 'name' | 'plate'> & Partial<Veil>): Veil => ({
  cuts: [],
  fine: null,
  softness: null,
  feather: 1,
  strokes: [],
  shadow: null,
  graft: null,
  cast: null,
  grow: 0,
  growths: [],
  ...given,
});

/** A shadow to begin with. */
export const firstShadow: VeilShadow = {
  lift: 14,
  height: 45,
  angle: 50,
  size: 0.6,
  strength: 0.55,
  obeys: false,
  colour: '#1b1512',
  nearLift: 0,
  farLift: 42,
  lifts: [],
  touches: [],
};

export const plainStroke = (given: Pick<Stroke, 'side' | 'radius' | 'points'> & Partial<Stroke>): Stroke => ({
  softness: 0,
  flow: 1,
  fence: null,
  ...given,
});

/** A scribble cut that is still to be solved. */
export const scribbledCut = (marks: readonly Mark[], how: CutOperation = 'add'): ScribbleCut => ({
  kind: 'scribble',
  operation: how,
  marks: marks.map(({ side, radius, points }) => ({ side, radius, points: points.map(([x, y]) => [x, y]) })),
  box: null,
  specks: 0,
  matte: null,
  solvedFor: null,
  coarse: false,
});

export const tracedCut = (contours: Contour[], how: CutOperation = 'add'): TraceCut => ({
  kind: 'trace',
  operation: how,
  contours,
});

/** Whether a veil lies over one letter of a lettering, where that is not as the depth line has it. */
export const crossingSchema = z.strictObject({
  veil: z.string(),
  lettering: z.string(),
  /** Index of the letter's first UTF-16 unit. */
  at: z.int().min(0).max(5000),
  over: z.boolean(),
});

export type Crossing = z.infer<typeof crossingSchema>;

/** The assets that a veil names, by key. */
export function solvedOf({ cuts, fine }: Veil): { key: string; kind: 'matte' | 'front' }[] {
  const mattes = [...cuts.map((cut) => (cut.kind === 'trace' ? null : cut.matte)), fine?.matte];
  const named = [
    ...mattes.map((key) => ({ key, kind: 'matte' as const })),
    { key: fine?.front, kind: 'front' as const },
  ];
  return named.flatMap(({ key, kind }) => (key ? [{ key, kind }] : []));
}
