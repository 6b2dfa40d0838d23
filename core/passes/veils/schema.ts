import { z } from 'zod';

const coordinate = z.number().min(-1e6).max(1e6);
const pointSchema = z.tuple([coordinate, coordinate]);

/** How a stretch runs from one point to the next: along the photo's edge, straight, or around outside the sheet. */
export const stretches = ['edge', 'straight', 'border'] as const;

const tracePointSchema = z.strictObject({
  /** Plate px. */
  x: coordinate,
  y: coordinate,
  /** The stretch from here to the next point. */
  to: z.enum(stretches),
  /** What lies between, plate px; neither end is repeated. */
  via: z.array(pointSchema).max(20000),
});

const contourSchema = z.strictObject({
  /** An open contour is still being traced and cuts nothing. */
  closed: z.boolean(),
  points: z.array(tracePointSchema).max(5000),
});

const strokeSchema = z.strictObject({
  side: z.enum(['front', 'behind']),
  /** Plate px. */
  radius: z.number().min(0.1).max(5000),
  /** Fraction of the radius over which the stroke fades; 0 is a hard brush. */
  softness: z.number().min(0).max(1),
  points: z.array(pointSchema).min(1).max(20000),
});

/** Line 3. A region of a plate that stands in front of lettering. */
export const veilSchema = z.strictObject({
  id: z.string().min(1).max(64),
  name: z.string().max(200),
  /** The plate that it is cut from. */
  plate: z.string(),
  contours: z.array(contourSchema).max(500),
  /** A grey picture of the plate's size (key into `assets`), white in front; contours and strokes are added to it. */
  matte: z.string().optional(),
  /** Width of the soft edge, sheet px: a Gaussian of half this sigma. */
  feather: z.number().min(0).max(200),
  /** Touch-up, in the order in which it was painted. */
  strokes: z.array(strokeSchema).max(5000),
});

export type Veil = z.infer<typeof veilSchema>;
export type Contour = z.infer<typeof contourSchema>;
export type TracePoint = z.infer<typeof tracePointSchema>;
export type Stroke = z.infer<typeof strokeSchema>;
