import { z } from 'zod';
import { blendModes } from '../../kernels/blend/modes';
import { coatSchema, type Coat } from '../../coats/schema';
import { panelSchema } from './panel/schema';

/** Line 4. What the letters are filled with: coats, the first one lowest; and the panel behind or around them. */
export const inkSchema = z.strictObject({
  coats: z.array(coatSchema).max(40),
  /** How the ink lies on what is below it. */
  mode: z.enum(blendModes).default('normal'),
  panel: panelSchema.nullable().default(null),
  /**
   * Panel, ink and outlines are laid on one another first, and then as one on what is below, in this mode; null: each
   * by itself.
   */
  together: z.enum(blendModes).nullable().default(null),
});

export type Ink = z.infer<typeof inkSchema>;

/** An ink of coats alone. */
export const plainInk = (coats: Coat[]): Ink => ({ coats, mode: 'normal', panel: null, together: null });

/** All coats of an ink: on the letters, on the panel, and in the openings of that. */
export const coatsOfInk = ({ coats, panel }: Ink): Coat[] => [
  ...coats,
  ...(panel?.coats ?? []),
  ...(panel?.opening ?? []),
];
