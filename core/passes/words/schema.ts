import { z } from 'zod';
import { alignments } from './alignment';
import { letterSettingSchema } from './letterSettings';
import { lockupSchema } from './lockups';
import { shapeSchema } from '../../shape/shapes';

/** An OpenType tag: four characters. */
const tag = z.string().regex(/^[ -~]{4}$/, 'A tag has four characters.');

/** Line 1. What is written, and in what; or a shape in place of words. */
export const wordsSchema = z.strictObject({
  /** Lines are parted by \n. Kept as typed. */
  text: z.string().max(5000),
  /** Shown in capitals. */
  upperCase: z.boolean().default(false),
  /** Key of a face in the piece's `assets`; a shape may leave it empty. */
  face: z.string(),
  /** Keys of faces that set the letters missing from the face, in this order. */
  fallbacks: z.array(z.string()).max(20).default([]),
  /** Settings of a variable face by tag, in the axis' own units. */
  axes: z.record(tag, z.number().min(-1e5).max(1e5)).default({}),
  /** OpenType features by tag; those not named are as the face has them. */
  features: z.record(tag, z.int().min(0).max(100)).default({}),
  /** Letter size (one em) in sheet px, before the stance scales it. */
  size: z.number().min(1).max(20000),
  /** Baseline to baseline, em. */
  leading: z.number().min(0.1).max(5),
  /** Leading above single lines, em, by number of the line; null: as all. */
  leadings: z.array(z.number().min(-1).max(10).nullable()).max(5001).default([]),
  /** Added after each letter, em. */
  tracking: z.number().min(-0.5).max(5),
  alignment: z.enum(alignments),
  lockup: lockupSchema.default({ kind: 'lines' }),
  /** What is set by hand for single letters. */
  letters: z.array(letterSettingSchema).max(5000).default([]),
  /** Stands in place of words; `size` is then the width of its box. */
  shape: shapeSchema.nullable().default(null),
});

export type Words = z.infer<typeof wordsSchema>;

/** Words as they are when only what must be given is given. */
export function plainWords(given: z.input<typeof wordsSchema>): Words {
  return wordsSchema.parse(given);
}
