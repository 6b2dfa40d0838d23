import type { Point } from '../shape/affine';
import type { Size } from '../pixels/region';
import { proposeThickness } from '../passes/relief/propose';
import { lipSchema, thicknessSchema, type Lip, type Thickness } from '../passes/relief/schema';
import type { Letters } from '../type/letters';
import { rounded } from '../shape/rounding';

/** A lip is so wide, letter sizes. */
const lipWidth = 0.008;

/** The body of letters that stand; null where they have none. */
export function proposeBody(letters: Letters, sheet: Size, vanishing: readonly Point[]): Thickness | null {
  const found = proposeThickness(letters, sheet, vanishing);
  return found && thicknessSchema.parse(found);
}

/** A faint light edge. @param em sheet px */
export const plainLip = (em: number): Lip =>
  lipSchema.parse({ width: Math.max(0.5, rounded(em * lipWidth, 1)), strength: 0.25 });
