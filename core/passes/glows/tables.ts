/** Looked up once: these loops are hot. */
const { abs, ceil, PI } = Math;

/** A function of one number as a table, linear between its cells: for loops over px. */
export interface Table {
  values: Float32Array;
  /** Cells to 1. */
  cells: number;
}

/** @param to where the table ends; beyond it, it is 0 @param cells to 1 */
export function tableOf(of: (at: number) => number, to: number, cells: number): Table {
  const count = ceil(to * cells);
  // One more than is told, and one that is 0, so that what lies between is told without looking where it ends.
  const values = Float32Array.from({ length: count + 2 }, (_, i) => (i > count ? 0 : of(i / cells)));
  return { values, cells };
}

/** What a table tells. @param at not below 0 */
export function lookUp({ values, cells }: Table, at: number): number {
  const place = at * cells;
  if (place >= values.length - 2) return 0;
  const i = place | 0;
  const low = values[i];
  return low + (values[i + 1] - low) * (place - i);
}

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
