import type { Letter, Letters } from '../../../../core/type/letters';
import type { CoatsAt } from '../../../../core/piece/edits/ink';
import type { Lettering } from '../../../../core/piece/schema';
import type { Point } from '../../../../core/shape/affine';
import { flatten, transformPath } from '../../../../core/shape/path';
import { windingAt } from '../../../../core/shape/winding';

/** The coats that are seen in the letters: of the ink, or of the openings where they are knocked out. */
export const coatsSeenAt = ({ id, ink: { panel } }: Pick<Lettering, 'id' | 'ink'>): CoatsAt => ({
  of: panel?.knockout ? 'opening' : 'ink',
  lettering: id,
});

/** The nearest letter that has ink at a place, sheet px. */
export const letterUnder = ({ letters, place }: Letters, at: Point): Letter | null =>
  letters.findLast(({ path }) => windingAt(flatten(transformPath(path, place)), at) !== 0) ?? null;
