import { z } from 'zod';

/** Where the lines of a lettering meet. */
export const alignments = ['left', 'centre', 'right'] as const;

/** Line 1. What is written, and in what. */
export const wordsSchema = z.strictObject({
  /** Lines are parted by \n. */
  text: z.string().max(5000),
  /** Key of a face in the piece's `assets`. */
  face: z.string(),
  /** Letter size (one em) in sheet px, before the stance scales it. */
  size: z.number().min(1).max(20000),
  /** Baseline to baseline, em. */
  leading: z.number().min(0.1).max(5),
  /** Added after each letter, em. */
  tracking: z.number().min(-0.5).max(5),
  alignment: z.enum(alignments),
});

export type Words = z.infer<typeof wordsSchema>;
