import { z } from 'zod';
import type { Region } from '../../pixels/region';
import type { Mark } from './scribble/marks';

const point = z.tuple([z.number().min(-1e6).max(1e6), z.number().min(-1e6).max(1e6)]);

/** Rough strokes for cutting without a browser: polylines in px of the picture, from its top left corner. */
const strokesFileSchema = z.strictObject({
  /** For people: the picture that the strokes belong to. */
  picture: z.string().optional(),
  /** x, y, width, height: nothing outside of it stands in front. */
  box: z.tuple([z.number(), z.number(), z.number().min(0), z.number().min(0)]).optional(),
  /**
   * Width of the fine edge's strip to each side of the whole border, px; where it is not given the edge is solved along
   * hair, grass and blur, which are found.
   */
  reach: z.number().min(0).max(200).optional(),
  /** `edge` strokes paint the band of the fine edge. */
  strokes: z
    .array(
      z.strictObject({
        side: z.enum(['front', 'behind', 'edge']),
        width: z.number().min(0.2).max(10000),
        points: z.array(point).min(1).max(20000),
      }),
    )
    .max(2000),
});

export interface StrokesFile {
  marks: Mark[];
  box: Region | null;
  band: { radius: number; points: [number, number][] }[];
  reach: number;
  /** Hair, grass and blur are found along the border, and the edge solved there. */
  needed: boolean;
}

/** @throws Error saying what is wrong, for a person */
export function readStrokes(data: unknown): StrokesFile {
  const result = strokesFileSchema.safeParse(data);
  if (!result.success) {
    const [issue] = result.error.issues;
    throw new Error(
      `These strokes cannot be read: ${issue.message}${issue.path.length > 0 ? ` (at ${issue.path.join('.')})` : ''}`,
    );
  }
  const { box, strokes, reach } = result.data;
  return {
    marks: strokes.flatMap(({ side, width, points }) => (side === 'edge' ? [] : [{ side, radius: width / 2, points }])),
    band: strokes.flatMap(({ side, width, points }) => (side === 'edge' ? [{ radius: width / 2, points }] : [])),
    box: box ? { x: box[0], y: box[1], width: box[2], height: box[3] } : null,
    reach: reach ?? 0,
    needed: reach === undefined,
  };
}
