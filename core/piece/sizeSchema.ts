import { z } from 'zod';
import { bendSchema, keepingSchema, perspectiveSchema } from '../passes/stance/schema';
import { alignments } from '../passes/words/alignment';
import { lockupSchema } from '../passes/words/lockups';

const along = z.number().min(-1e6).max(1e6);
const id = z.string().min(1).max(64);

/** As many sizes as a piece can have besides its first sheet. */
export const mostSizes = 24;

/** What a lettering has in one size alone; what is left out follows the first sheet. */
export const ownLetteringSchema = z.strictObject({
  /** Where it stands: px and degrees of this size's sheet. */
  place: z
    .strictObject({
      x: along,
      y: along,
      rotation: z.number().min(-360).max(360),
      scale: z.number().min(0.01).max(100),
      keeping: keepingSchema.nullable(),
    })
    .optional(),
  bend: bendSchema.nullable().optional(),
  perspective: perspectiveSchema.nullable().optional(),
  /** How many words stand on each line. */
  lines: z.array(z.int().min(1).max(5000)).min(1).max(5001).optional(),
  lockup: lockupSchema.optional(),
  alignment: z.enum(alignments).optional(),
  leading: z.number().min(0.1).max(5).optional(),
  leadings: z.array(z.number().min(-1).max(10).nullable()).max(5001).optional(),
});

/** A further sheet that shows the same design, with what it has otherwise than the first. */
export const sizeSchema = z.strictObject({
  id,
  name: z.string().min(1).max(80),
  /** px */
  width: z.int().min(1).max(60000),
  height: z.int().min(1).max(60000),
  /** px per inch of paper */
  ppi: z.number().min(1).max(4800),
  /** What may be covered or cut away along the edges, px: top, right, bottom, left. */
  safe: z.tuple([along, along, along, along]).default([0, 0, 0, 0]),
  /** Which part of the first sheet is seen: px of this sheet = px of the first * scale + (x, y). */
  crop: z.strictObject({ scale: z.number().min(1e-4).max(1e4), x: along, y: along }),
  letterings: z.record(id, ownLetteringSchema).default({}),
  /** Photographs that lie elsewhere than the crop brings them. */
  plates: z.record(id, z.strictObject({ scale: z.number().min(0.001).max(100), x: along, y: along })).default({}),
  /** Ids of what is not seen in this size. */
  out: z.array(id).max(600).default([]),
});

export type OwnLettering = z.infer<typeof ownLetteringSchema>;
export type PieceSize = z.infer<typeof sizeSchema>;
