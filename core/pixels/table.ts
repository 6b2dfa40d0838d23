/** A function of one number as a table, linear between its cells: for loops over px. */
export interface Table {
  values: Float32Array;
  /** Cells to 1. */
  cells: number;
}

/** @param to where the table ends; beyond it, it is 0 @param cells to 1 */
export function tableOf(of: (at: number) => number, to: number, cells: number): Table {
  const count = Math.ceil(to * cells);
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
