import type { Letter, Letters } from '../../../../core/type/letters';
import type { CoatsAt } from '../../../../core/piece/edits/ink';
import type { Lettering } from '../../../../core/piece/schema';
import type { Point } from '../../../../core/shape/affine';
import type { SheetRenderer } from '../../workers/renderer';

/** The coats that are seen in the letters: of the ink, or of the openings where they are knocked out. */
export const coatsSeenAt = ({ id, ink: { panel } }: Pick<Lettering, 'id' | 'ink'>): CoatsAt => ({
  of: panel?.knockout ? 'opening' : 'ink',
  lettering: id,
});

/** The nearest letter that is seen at a place, sheet px: as the picture has it, whatever moved its pixels. */
export async function letterUnder(
  renderer: Pick<SheetRenderer, 'letterAt'>,
  lettering: string,
  { letters }: Letters,
  at: Point,
): Promise<Letter | null> {
  const start = await renderer.letterAt(lettering, [at[0], at[1]]).catch(() => null);
  return letters.find((letter) => letter.bounds && letter.start === start) ?? null;
}
