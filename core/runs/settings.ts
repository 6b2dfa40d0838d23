import { z } from 'zod';
import { fileFields, unfitting } from '../formats/settings';
import { deskSchema } from './desk';
import { slotsSchema } from './slots';
import { tableLimits } from './table/readTable';

/** The files that a run makes. */
export const outputSchema = z
  .strictObject({
    ...fileFields,
    format: fileFields.format.default('png'),
    /** Longer side, px; null: the sheet's own size. */
    side: z.int().min(16).max(20000).nullable().default(null),
    /** Names of the files: `{number}`, `{piece}`, and every column by its name. */
    pattern: z.string().trim().min(1, 'The files need a pattern for their names.').max(200).default('{number}'),
  })
  .superRefine((output, context) => {
    for (const { message, field } of unfitting(output)) context.addIssue({ code: 'custom', message, path: [field] });
  });
export type RunOutput = z.infer<typeof outputSchema>;

/** All that a run is besides its rows. */
export const runSchema = z.strictObject({
  slots: slotsSchema,
  /** The columns of its table, in their order. */
  columns: z.array(z.string().max(100)).max(200),
  /** Which column fills each slot, by the slot's id. */
  matched: z.record(z.string(), z.string()),
  output: outputSchema.prefault({}),
  desk: deskSchema.prefault({}),
});
export type RunSettings = z.infer<typeof runSchema>;

/** One change of a run's table. */
export const tableEditSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('cells'), row: z.int(), cells: z.record(z.string(), z.string().max(5000)) }),
  z.strictObject({
    kind: z.literal('add'),
    rows: z
      .array(z.strictObject({ row: z.int().min(1).nullable(), cells: z.record(z.string(), z.string().max(5000)) }))
      .max(tableLimits.rows),
  }),
  z.strictObject({ kind: z.literal('remove'), rows: z.array(z.int()).max(tableLimits.rows) }),
  z.strictObject({ kind: z.literal('approve'), rows: z.array(z.int()).max(tableLimits.rows), approved: z.boolean() }),
]);
export type TableEdit = z.infer<typeof tableEditSchema>;
