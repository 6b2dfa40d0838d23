import { z } from 'zod';

/** How many changes are kept for each piece. */
export const historyLength = 500;

const patches = z
  .array(
    z.object({
      op: z.enum(['add', 'remove', 'replace']),
      path: z.array(z.union([z.string(), z.number()])),
      value: z.unknown().optional(),
    }),
  )
  .max(20000);

/** Named by who makes it: the same order sent once more gets the same answer, and is carried out once. */
const id = z.string().min(1).max(64);

/**
 * What the page asks of the store for a piece, one after the other. `settle` puts in what was worked out for the piece
 * as it stands, such as the pixels that strokes were solved to: no step of history, and what was undone can still be
 * redone after it.
 */
export const orderSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('edit'), id, label: z.string().max(200), patches, inverse: patches }),
  z.object({ kind: z.literal('settle'), id, patches }),
  z.object({ kind: z.literal('undo'), id }),
  z.object({ kind: z.literal('redo'), id }),
]);

export type Order = z.infer<typeof orderSchema>;
export type Direction = 'undo' | 'redo';

/** The patches of one step of history, there and back. */
export interface HistoryStep {
  patches: z.infer<typeof patches>;
  inverse: z.infer<typeof patches>;
}
