import type { Point } from '../../../../core/shape/affine';
import type { StraightLine } from '../../../../core/shape/scenePlane';

/** The lines of a plane that a survey found. @param corners going round, plate px; @param plate where the plate lies on the sheet */
export function linesOfSurvey(
  corners: readonly (readonly [number, number])[],
  { scale, x, y }: { scale: number; x: number; y: number },
): StraightLine[] {
  const at = (corner: number): Point => [corners[corner][0] * scale + x, corners[corner][1] * scale + y];
  return [
    [at(0), at(1)],
    [at(3), at(2)],
    [at(1), at(2)],
    [at(0), at(3)],
  ];
}
