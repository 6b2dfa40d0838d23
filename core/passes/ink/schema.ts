import { z } from 'zod';
import { coatSchema } from './coats/schema';

/** Line 4. What the letters are filled with: coats, the first one lowest. */
export const inkSchema = z.strictObject({ coats: z.array(coatSchema).max(40) });

export type Ink = z.infer<typeof inkSchema>;

/** The assets that an ink names, by key. */
export const picturesOf = ({ coats }: Ink): string[] => coats.flatMap((coat) => (coat.kind === 'picture' ? [coat.asset] : []));
