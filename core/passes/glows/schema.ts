import { z } from 'zod';
import { touchSchema } from '../../light/touch';
import { colourSchema } from '../../pixels/colourSchema';

const along = z.number().min(-1e6).max(1e6);
const fraction = (standard: number): z.ZodDefault<z.ZodNumber> => z.number().min(0).max(1).default(standard);

/** Light of a glow at a part of its radius. */
const stopSchema = z.strictObject({ at: z.number().min(0).max(1), light: z.number().min(0).max(4) });

const usualStops = [
  { at: 0, light: 1 },
  { at: 0.1, light: 0.62 },
  { at: 0.3, light: 0.22 },
  { at: 0.6, light: 0.05 },
  { at: 1, light: 0 },
];

/** Light that is seen in the air or in the lens; it stands on the depth line. */
export const glowSchema = z.strictObject({
  id: z.string().min(1).max(64),
  name: z.string().max(200),
  shown: z.boolean().default(true),
  /** `glow`: around a light. `flare`: what a lens makes of it. */
  as: z.enum(['glow', 'flare']).default('glow'),
  /** Sheet px; null: where the lamp stands. */
  at: z.tuple([along, along]).nullable().default(null),
  /** Null: the lamp's. */
  colour: colourSchema.nullable().default(null),
  strength: z.number().min(0).max(4).default(0.8),
  /** How far a glow reaches; a flare is measured by it. Sheet px. */
  radius: z.number().min(1).max(50000).default(400),
  /** Sigma by which all of it is softened, sheet px. */
  blur: z.number().min(0).max(2000).default(0),
  /** Of a glow, from its middle outwards; between them it changes smoothly. */
  stops: z
    .array(stopSchema)
    .min(2)
    .max(12)
    .refine(
      (stops) => stops.every(({ at }, i) => i === 0 || at > stops[i - 1].at),
      'Stops follow one another outwards.',
    )
    .default(usualStops),
  /** Of a flare: how much there is of its haze, its ring, its ghosts and its streaks. */
  haze: fraction(0.35),
  ring: fraction(0.3),
  ghosts: z.int().min(0).max(20).default(6),
  /** Blades of the lens: an even number makes as many streaks, an odd one twice as many; 0 makes none. */
  blades: z.int().min(0).max(18).default(8),
  seed: z.int().min(0).max(999999).default(1),
  /** Where a brush has taken it away, or brought it back. */
  touch: touchSchema,
});

export type Glow = z.infer<typeof glowSchema>;

export const plainGlow = (given: z.input<typeof glowSchema>): Glow => glowSchema.parse(given);
