import { z } from 'zod';
import { touchSchema } from '../touch';
import { colourSchema } from '../../pixels/colourSchema';

const along = z.number().min(-1e6).max(1e6);
const place = z.tuple([along, along]);
const fraction = (standard: number): z.ZodDefault<z.ZodNumber> => z.number().min(0).max(1).default(standard);
const px = (standard: number): z.ZodDefault<z.ZodNumber> => z.number().min(0).max(5000).default(standard);

/** Dark and narrow: where the letters touch what lies behind. */
export const contactSchema = z.strictObject({
  shown: z.boolean().default(true),
  strength: fraction(0.7),
  /** Away from the light; sheet px. */
  offset: px(2),
  /** Sigma, sheet px. */
  blur: px(3),
  /** Only where letters that stand touch the ground; otherwise along all of them, as they lie before a surface. */
  atFoot: z.boolean().default(false),
});

/** Faint and wide: light from all around that the letters keep off. */
export const ambientSchema = z.strictObject({
  shown: z.boolean().default(true),
  strength: fraction(0.35),
  /** Sigma, sheet px. */
  blur: px(24),
  /** Only near the ground that letters stand on. */
  atFoot: z.boolean().default(false),
});

/** The letters' shadow, thrown by the lamp. */
export const thrownSchema = z.strictObject({
  shown: z.boolean().default(true),
  /** `wall`: on what lies parallel behind the letters. `ground`: on what they stand on. */
  onto: z.enum(['wall', 'ground']).default('wall'),
  strength: fraction(0.85),
  /** It obeys the lamp of the piece; otherwise its own light. */
  obeys: z.boolean().default(true),
  /** Of its own light: where it falls, degrees clockwise from the right; how high the light stands, degrees; its size. */
  angle: z.number().min(-360).max(360).default(45),
  height: z.number().min(-89).max(89).default(40),
  size: z.number().min(0).max(2).default(0.3),
  /** The plane of the photograph that the wall or the ground is; null: the picture's own, or level ground. */
  plane: z.string().min(1).max(64).nullable().default(null),
  /** On a wall: how far the letters stand off it, sheet px. */
  lift: px(30),
  /** On a wall: how far it bends over what the light shows to stand out there: 0 not at all, 1 as it shows. */
  bends: z.number().min(0).max(4).default(0),
  /** On the ground: from how far above the camera sees it, degrees. */
  above: z.number().min(1).max(89).default(12),
  /**
   * On the ground: where its level lines straight ahead are seen to meet, sheet px; null: it is seen from so far that they
   * do not.
   */
  ahead: place.nullable().default(null),
  /** On the ground: where the ends of the letters' upper edge fall, left and right, sheet px; null: where the light says. */
  tips: z.tuple([place, place]).nullable().default(null),
  /** On the ground: a line where it ends at a wall that the shadow climbs; null: it goes on. */
  wall: z
    .strictObject({
      from: place,
      to: place,
      /** What stands on the wall is seen this much smaller than the letters. */
      scale: z.number().min(0.05).max(4).default(1),
    })
    .nullable()
    .default(null),
});

/** The letters' picture in what they stand on: water, polished wood. */
export const mirroredSchema = z.strictObject({
  shown: z.boolean().default(true),
  strength: fraction(0.4),
  /** It has gone at this part of the letters' height; null: it does not fade. */
  fade: z.number().min(0.01).max(4).nullable().default(1),
  /** How much less high than the letters it is seen. */
  scale: z.number().min(0.05).max(4).default(1),
  /** Sigma at the letters' full height, sheet px: it grows from the foot. */
  blur: px(6),
  /** How far ripples move it to and fro, and how long they are; sheet px. */
  ripple: px(0),
  wave: z.number().min(1).max(5000).default(24),
});

/** Line 7. What a lettering throws on what lies behind it. */
export const castsSchema = z.strictObject({
  contact: contactSchema.nullable().default(null),
  ambient: ambientSchema.nullable().default(null),
  thrown: thrownSchema.nullable().default(null),
  mirrored: mirroredSchema.nullable().default(null),
  /** What a white surface looks like in the full shadow: the light that is left; null: as is usual. */
  colour: colourSchema.nullable().default(null),
  /** Nothing is made darker than this, as the photograph has it near by; null: as dark as it comes. */
  darkest: colourSchema.nullable().default(null),
  /** The line that the letters stand on: left and right, sheet px; null: the lower edge of their box. */
  foot: z.tuple([place, place]).nullable().default(null),
  /** Where a brush has taken all of it away, or brought it back. */
  touch: touchSchema,
});

/** The light that is usually left in shadows. */
export const usualLeft = '#4a4a52';

export type Contact = z.infer<typeof contactSchema>;
export type Ambient = z.infer<typeof ambientSchema>;
export type Thrown = z.infer<typeof thrownSchema>;
export type Mirrored = z.infer<typeof mirroredSchema>;
export type Casts = z.infer<typeof castsSchema>;

/** Whether letters throw anything, shown or not. */
export const throwsAny = ({ contact, ambient, thrown, mirrored }: Casts): boolean =>
  (contact ?? ambient ?? thrown ?? mirrored) !== null;

export const plainCasts = (given: z.input<typeof castsSchema> = {}): Casts => castsSchema.parse(given);
