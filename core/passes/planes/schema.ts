import { z } from 'zod';

const along = z.number().min(-1e6).max(1e6);
const point = z.tuple([along, along]);
const line = z.tuple([point, point]);

/** A flat surface of the photograph, by lines that are parallel there. */
export const planeSchema = z.strictObject({
  id: z.string().min(1).max(64),
  name: z.string().max(200),
  /** Two lines along one direction, then two along another; sheet px. */
  lines: z.tuple([line, line, line, line]),
});

export type Plane = z.infer<typeof planeSchema>;
