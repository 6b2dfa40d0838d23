import { z } from 'zod';

const along = z.number().min(-1e6).max(1e6);

/** Fields of one stroke of a soft brush over a place of the sheet. */
export const brushFields = {
  /** Sheet px. */
  points: z
    .array(z.tuple([along, along]))
    .min(1)
    .max(2000),
  /** Sheet px. */
  radius: z.number().min(1).max(5000),
  /** Fraction of the radius over which it fades. */
  softness: z.number().min(0).max(1).default(0.7),
  strength: z.number().min(0).max(1).default(1),
};

export interface BrushStroke {
  points: readonly (readonly [number, number])[];
  radius: number;
  softness: number;
  strength: number;
}
