import { z } from 'zod';
import { blendModes } from '../../../kernels/blend/modes';
import { colourSchema } from '../../../pixels/colourSchema';
import { coatSchema, solidCoat } from '../../../coats/schema';

const far = z.number().min(-1e5).max(1e5);
const fraction = z.number().min(0).max(1);
/** Fraction of the cap height. */
const capHeights = z.number().min(-20).max(50);

/** What a panel's edge is. Those without a sheet in their name move with the letters. */
const panelShapeSchema = z.discriminatedUnion('kind', [
  /** `round`: radius of the corners, fraction of the cap height. */
  z.strictObject({ kind: z.literal('box'), round: z.number().min(0).max(20) }),
  z.strictObject({ kind: z.literal('ellipse') }),
  /** `depth`: how far in the inner corners lie, fraction of the radius. */
  z.strictObject({ kind: z.literal('star'), points: z.int().min(3).max(60), depth: z.number().min(0.02).max(0.95) }),
  /** A closed line drawn by hand, lettering px; it is smooth where `smooth` says so. */
  z.strictObject({
    kind: z.literal('path'),
    points: z
      .array(z.tuple([far, far]))
      .min(3)
      .max(2000),
    smooth: z.boolean().default(false),
  }),
  /** From one edge of the sheet to the other, as high (or, upright, as wide) as the letters with their margin. */
  z.strictObject({ kind: z.literal('band'), along: z.enum(['level', 'upright']) }),
  z.strictObject({ kind: z.literal('half sheet'), side: z.enum(['left', 'right', 'top', 'bottom']) }),
  z.strictObject({ kind: z.literal('sheet') }),
]);

/** The shadow that the panel's edge throws into the openings. */
const inwardShadowSchema = z.strictObject({
  /** Sheet px. */
  x: far,
  y: far,
  /** Width from full shadow to none, sheet px. */
  blur: z.number().min(0).max(2000),
  colour: colourSchema,
  strength: fraction,
});

/** A shape behind or around the letters. */
export const panelSchema = z.strictObject({
  shape: panelShapeSchema,
  /** How far it reaches beyond the letters' ink, fractions of the cap height: to the sides, and above and below. */
  margin: z.tuple([capHeights, capHeights]).default([0.4, 0.4]),
  /**
   * Width and height where they stay as they are whatever the words, sheet px; null: they follow the letters with their
   * margin.
   */
  fixed: z
    .tuple([z.number().min(1).max(1e6), z.number().min(1).max(1e6)])
    .nullable()
    .default(null),
  /** Moved against the letters, fractions of the cap height. */
  offset: z.tuple([capHeights, capHeights]).default([0, 0]),
  /** Degrees, clockwise, about its middle. */
  rotation: z.number().min(-360).max(360).default(0),
  /** The first one lowest. */
  coats: z.array(coatSchema).max(40),
  opacity: fraction.default(1),
  /** How it lies on what is below it. */
  mode: z.enum(blendModes).default('normal'),
  /**
   * The letters are openings in it: `below` shows what lies below the panel, `sheet` the sheet below all photographs
   * too; null: they are inked.
   */
  knockout: z.enum(['below', 'sheet']).nullable().default(null),
  /** Coats that lie in the openings, over what is seen through them. */
  opening: z.array(coatSchema).max(40).default([]),
  shadow: inwardShadowSchema.nullable().default(null),
});

export type Panel = z.infer<typeof panelSchema>;
export type PanelShape = Panel['shape'];
export type InwardShadow = NonNullable<Panel['shadow']>;

/** A panel as it is when only what must be given is given. */
export const plainPanel = (given: Omit<z.input<typeof panelSchema>, 'coats'> & { colour: string }): Panel => {
  const { colour, ...rest } = given;
  return panelSchema.parse({ ...rest, coats: [solidCoat({ colour })] });
};
