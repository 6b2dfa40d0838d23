import type { Bench } from '../../benchContext';

/** Part of all px that may lose their drawing by grading. */
const allowed = 0.01;

/** Whether grading takes the drawing from more px than is hardly seen. @param was, is shares of all px */
export const clipsMore = (was: number, is: number): boolean => is > was + allowed;

export function warning({ measures, piece }: Pick<Bench, 'measures' | 'piece'>): string | null {
  const { before, after } = measures?.grade ?? {};
  if (!before || !after || (piece.grades.length === 0 && !piece.vignette)) return null;
  if (clipsMore(before.clippedLight, after.clippedLight))
    return `Grading burns out ${(100 * (after.clippedLight - before.clippedLight)).toFixed(1)} % of the picture.`;
  if (clipsMore(before.clippedDark, after.clippedDark))
    return `Grading blocks ${(100 * (after.clippedDark - before.clippedDark)).toFixed(1)} % of the picture to black.`;
  return null;
}
