import { z } from 'zod';
import { colourSchema } from '../../pixels/colourSchema';

const fraction = (standard: number): z.ZodDefault<z.ZodNumber> => z.number().min(0).max(1).default(standard);
const along = z.number().min(-1e6).max(1e6);

/** An edge that swings up: slowly, then fast, then level. */
const usualCurve: [number, number][] = [
  [0, 0],
  [0.25, 0.1],
  [0.7, 0.9],
  [1, 1],
];

/** Edges of letters that are raised or sunken, in the lamp's light. */
export const reliefSchema = z.strictObject({
  shown: z.boolean().default(true),
  as: z.enum(['raised', 'sunken']).default('raised'),
  /** How the edge rises: as a quarter of a circle, straight, all at once, or as its own curve is drawn. */
  profile: z.enum(['round', 'chamfer', 'step', 'drawn']).default('round'),
  /** Of a drawn one: from its outer end (0) inwards (1), how high it has risen there (0 to 1). */
  curve: z
    .array(z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]))
    .min(2)
    .max(16)
    .refine(
      (points) => points.every(([at], i) => i === 0 || at > points[i - 1][0]),
      'Points of a profile follow one another inwards.',
    )
    .default(usualCurve),
  /** How far inwards it reaches, and how high it is; sheet px. */
  width: z.number().min(0.5).max(2000).default(12),
  depth: z.number().min(0).max(2000).default(8),
  /** Sigma by which its ridges are rounded, sheet px. */
  soft: z.number().min(0).max(200).default(1.5),
  /** How much of the light and of the shade is seen, and what colour they have; white and black are the ink's own. */
  light: z.number().min(0).max(4).default(1),
  /** Null: the lamp's. */
  lightColour: colourSchema.nullable().default('#ffffff'),
  shade: fraction(1),
  shadeColour: colourSchema.default('#000000'),
  /** How much of the lamp is mirrored, and how sharply. */
  gloss: fraction(0),
  sharpness: fraction(0.6),
  /** How far the surface's fine texture stands out on the face of the letters: 1 is as deep as it is fine. */
  texture: z.number().min(0).max(4).default(0),
  /** What is broader than this Gaussian is no texture, sheet px. */
  grain: z.number().min(0.5).max(500).default(5),
});

/** A thin light edge towards the lamp; all around where the lamp stands behind. */
export const lipSchema = z.strictObject({
  shown: z.boolean().default(true),
  /** Sheet px. */
  width: z.number().min(0.2).max(500).default(2.5),
  strength: fraction(0.6),
  /** Null: the lamp's colour. */
  colour: colourSchema.nullable().default(null),
});

/** Letters as solids: their sides run back from the face. */
export const thicknessSchema = z.strictObject({
  shown: z.boolean().default(true),
  /** How far the back is seen from the face, sheet px. */
  depth: z.number().min(0).max(1000).default(30),
  /** The point of the sheet that the sides run towards, sheet px. */
  towards: z.tuple([along, along]).default([0, 0]),
  /** What is left of the light on sides that the lamp does not reach. */
  shade: fraction(0.25),
});

/** Line 7. Letters that have a body of their own in the light. */
export const bodySchema = z.strictObject({
  edges: reliefSchema.nullable().default(null),
  lip: lipSchema.nullable().default(null),
  thickness: thicknessSchema.nullable().default(null),
  /** The lamp is obeyed; otherwise a light of its own: from where, degrees counter-clockwise from the right; how high. */
  obeys: z.boolean().default(true),
  tilt: z.number().min(-360).max(360).default(135),
  height: z.number().min(-90).max(90).default(40),
});

export type Edges = z.infer<typeof reliefSchema>;
export type Lip = z.infer<typeof lipSchema>;
export type Thickness = z.infer<typeof thicknessSchema>;
export type Body = z.infer<typeof bodySchema>;

export const plainBody = (given: z.input<typeof bodySchema> = {}): Body => bodySchema.parse(given);
