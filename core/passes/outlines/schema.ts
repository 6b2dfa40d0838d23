import { z } from 'zod';
import { blendModes } from '../../kernels/blend/modes';
import { cornerKinds } from '../../shape/roundCorners';
import { joins } from '../../shape/offset';
import { coatSchema, solidCoat, type Coat } from '../../coats/schema';

/** In sheet px (`px`) or in fractions of the letter size as it stands (`em`). */
const length = z.number().min(-5000).max(5000);

export const sides = ['inside', 'centred', 'outside'] as const;

/** A band along the letters' edge. */
export const outlineSchema = z.strictObject({
  id: z.string().min(1).max(64),
  /** Unit of width, gap and move: sheet px, or fractions of the letter size as it stands. */
  unit: z.enum(['px', 'em']),
  width: z.number().min(0).max(5000),
  side: z.enum(sides),
  /** How far the band is set off the edge: outwards, or inwards where it lies inside; a centred one outwards. */
  gap: length.default(0),
  /** Moved as a whole. */
  x: length.default(0),
  y: length.default(0),
  join: z.enum(joins).default('round'),
  /** Lengths of dash and gap in widths of the band; null: unbroken. */
  dash: z
    .strictObject({
      on: z.number().min(0).max(1000),
      off: z.number().min(0.05).max(1000),
      caps: z.enum(['butt', 'round']).default('butt'),
    })
    .nullable()
    .default(null),
  /** The first one lowest. */
  coats: z.array(coatSchema).max(40),
  opacity: z.number().min(0).max(1).default(1),
  /** How it lies on what is below it. */
  mode: z.enum(blendModes).default('normal'),
  /** Seen in front of the veils that stand over the letters. */
  front: z.boolean().default(false),
  /** One contour around letters that touch, or one around each letter. */
  contour: z.enum(['joined', 'each']).default('joined'),
});

/** Line 5. The letters' edge: rounded, grown or thinned, and bands along it. */
export const outlinesSchema = z.strictObject({
  /** Radius that corners are rounded to, fraction of the letter size. */
  round: z.number().min(0).max(0.5).default(0),
  /** Which corners: those that stand out, hollow ones, or both. */
  corners: z.enum(cornerKinds).default('both'),
  /** The letters thickened by this much, or thinned where it is below 0, fraction of the letter size. */
  grow: z.number().min(-0.5).max(0.5).default(0),
  /** From far to near. */
  list: z.array(outlineSchema).max(40).default([]),
});

export type Outline = z.infer<typeof outlineSchema>;
export type Outlines = z.infer<typeof outlinesSchema>;

/** No outline, and the edge as the face has it. */
export const plainOutlines = (): Outlines => ({ round: 0, corners: 'both', grow: 0, list: [] });

/** An outline as it is when only what must be given is given. */
export const plainOutline = (given: Omit<z.input<typeof outlineSchema>, 'coats'> & { colour: string }): Outline => {
  const { colour, ...rest } = given;
  return outlineSchema.parse({ ...rest, coats: [solidCoat({ colour })] });
};

/** All coats of some outlines. */
export const coatsOfOutlines = ({ list }: Outlines): Coat[] => list.flatMap(({ coats }) => coats);
