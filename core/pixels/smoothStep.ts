/** From 0 to 1, smooth at both ends: 0 below 0, 1 above 1. */
export function smoothStep(part: number): number {
  if (!(part > 0)) return 0;
  return part >= 1 ? 1 : part * part * (3 - 2 * part);
}
