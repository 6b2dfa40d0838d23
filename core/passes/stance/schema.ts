import { z } from 'zod';
import { isConvex, movedCorners } from '../../shape/homography';
import { colourSchema } from '../../pixels/colourSchema';

const length = z.number().min(-1e6).max(1e6);
const point = z.tuple([length, length]);

/**
 * The corners of a box in the lettering's plane, pulled into perspective: what lies in the plane follows, whatever the
 * words are.
 */
export const perspectiveSchema = z
  .strictObject({
    /** The box whose corners were taken hold of, lettering px. */
    box: z.strictObject({
      x: length,
      y: length,
      width: z.number().min(0.001).max(1e6),
      height: z.number().min(0.001).max(1e6),
    }),
    /** How far each corner is moved, lettering px; clockwise from the top left. */
    moves: z.tuple([point, point, point, point]),
  })
  .refine(
    ({ box, moves }) => isConvex(movedCorners(box, moves)),
    'The corners must bound an area that bulges nowhere inwards.',
  );

export const bendSchema = z.discriminatedUnion('kind', [
  /** The ink's width laid on an arc: above 0 the ends bend down. */
  z.strictObject({ kind: z.literal('arc'), degrees: z.number().min(-350).max(350) }),
  /**
   * Letters moved up and down along a sine. `height` is a fraction of the capitals' height, `waves` fit into the ink's
   * width.
   */
  z.strictObject({
    kind: z.literal('wave'),
    height: z.number().min(-3).max(3),
    waves: z.number().min(0.05).max(20),
    phase: z.number().min(-360).max(360),
  }),
]);

/** A further drawing of the lettering, behind it. */
export const echoSchema = z.strictObject({
  id: z.string().min(1).max(64),
  /** Moved by this much, sheet px. */
  x: length,
  y: length,
  /** Flipped about the ink's lower edge, or about its right edge. */
  mirror: z.enum(['none', 'down', 'across']),
  /** Fraction, about the middle of the ink. */
  scale: z.number().min(0.02).max(50),
  /** Degrees, clockwise, about the middle of the ink. */
  rotation: z.number().min(-360).max(360),
  /** Fraction. */
  opacity: z.number().min(0).max(1),
  /** Drawn this often, each moved, scaled and turned once more. */
  times: z.int().min(1).max(60),
  /** What each of them keeps of the opacity of the one before, fraction. */
  fade: z.number().min(0).max(1),
  /** Only the letters' outline is drawn, this wide, lettering px; null fills them. */
  outline: z.number().min(0.1).max(1000).nullable(),
  /** CSS colour in place of the ink's; null takes the ink's. */
  colour: colourSchema.nullable(),
});

/** What stays true when the words change. */
export const keepingSchema = z.strictObject({
  /** The ink's middle stays in the middle of the sheet, across or down. */
  across: z.boolean().default(false),
  down: z.boolean().default(false),
  /** The ink is no wider or higher than this, sheet px; null: as it comes. */
  width: z.number().min(1).max(1e6).nullable().default(null),
  height: z.number().min(1).max(1e6).nullable().default(null),
  /** The scale that it has where it fits; below it the words are only as small as they must be. */
  scale: z.number().min(0.01).max(100).default(1),
});

/**
 * Line 2. Where a lettering stands: bent, pulled into perspective, flipped; then its origin on the sheet, turned and
 * scaled.
 */
export const stanceSchema = z.strictObject({
  /** Sheet px. */
  x: length,
  y: length,
  /** Degrees, clockwise. */
  rotation: z.number().min(-360).max(360),
  /** Fraction; 1 leaves the letter size as it is set. */
  scale: z.number().min(0.01).max(100),
  /** Flipped left to right, or top to bottom, about the middle of the ink. */
  flipAcross: z.boolean().default(false),
  flipDown: z.boolean().default(false),
  /** The point that turning by hand leaves where it is, lettering px; null: the middle of the ink. */
  pivot: point.nullable().default(null),
  bend: bendSchema.nullable().default(null),
  perspective: perspectiveSchema.nullable().default(null),
  /** From far to near. */
  echoes: z.array(echoSchema).max(40).default([]),
  /** Null where nothing is kept. */
  keeping: keepingSchema.nullable().default(null),
});

export type Keeping = z.infer<typeof keepingSchema>;

export type Stance = z.infer<typeof stanceSchema>;
export type Bending = z.infer<typeof bendSchema>;
export type Perspective = z.infer<typeof perspectiveSchema>;
export type Echo = z.infer<typeof echoSchema>;

/** A stance as it is when only the place is given. */
export function plainStance(given: z.input<typeof stanceSchema>): Stance {
  return stanceSchema.parse(given);
}
