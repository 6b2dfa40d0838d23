/** Looked up once: these loops are hot. */
const { abs, PI } = Math;

/** The angle of a direction, radians; right to 1e-5 (Hastings's polynomial: Abramowitz and Stegun 1964, 4.4.49). */
export function angleOf(y: number, x: number): number {
  const [right, up] = [abs(x), abs(y)];
  if (right === 0 && up === 0) return 0;
  const isFlat = up <= right;
  const part = isFlat ? up / right : right / up;
  const square = part * part;
  const near =
    part * (0.999866 + square * (-0.3302995 + square * (0.180141 + square * (-0.085133 + square * 0.0208351))));
  const quarter = isFlat ? near : PI / 2 - near;
  const half = x < 0 ? PI - quarter : quarter;
  return y < 0 ? -half : half;
}
