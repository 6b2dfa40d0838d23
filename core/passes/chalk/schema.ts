import { z } from 'zod';

const along = z.number().min(-1e6).max(1e6);
const point = z.tuple([along, along]);

/** A circle is drawn from corner to corner of its box; an arrow points at its second end; notes and keep points stand at one. */
export const markKinds = ['circle', 'arrow', 'line', 'note', 'keep'] as const;
export type MarkKind = (typeof markKinds)[number];

/** Chalk: a planning mark on any line, which is never part of the picture. */
export const markSchema = z.strictObject({
  id: z.string().min(1).max(64),
  kind: z.enum(markKinds),
  /** Sheet px: two for a circle and an arrow, one for a note and a keep point, any number for a line. */
  points: z.array(point).min(1).max(5000),
  /** Of a keep point: how far around it must stay visible, sheet px. */
  radius: z.number().min(1).max(20000).default(40),
  text: z.string().max(500).default(''),
  /** The line of the ticket that it is for; null: none in particular. */
  line: z.int().min(0).max(9).nullable().default(null),
  /** The photograph that it was drawn on, and goes along with; null: it goes with the design. */
  plate: z.string().nullable().default(null),
  /** Struck off. */
  done: z.boolean().default(false),
});

export type Mark = z.infer<typeof markSchema>;

export const plainMark = (given: z.input<typeof markSchema>): Mark => markSchema.parse(given);

/** As many marks as a piece can have. */
export const mostMarks = 200;
