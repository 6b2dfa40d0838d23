import type { Point } from '../../../shape/affine';

/** A stretch down a column that lies within a shape. */
export interface Stretch {
  from: number;
  to: number;
  /** Which way, and how often, the outline runs around it. */
  turn: number;
}

/** What of the column at x lies within closed polygons, by the non-zero rule, from top to bottom. */
export function stretchesAt(polygons: readonly (readonly Point[])[], x: number): Stretch[] {
  const crossings: { y: number; turn: number }[] = [];
  for (const polygon of polygons) {
    for (let i = 0; i < polygon.length; i++) {
      const [ax, ay] = polygon[i];
      const [bx, by] = polygon[(i + 1) % polygon.length];
      if (ax <= x === bx <= x) continue;
      crossings.push({ y: ay + ((x - ax) / (bx - ax)) * (by - ay), turn: ax <= x ? 1 : -1 });
    }
  }
  crossings.sort((a, b) => a.y - b.y);
  const found: Stretch[] = [];
  let turn = 0;
  for (const crossing of crossings) {
    const before = turn;
    turn += crossing.turn;
    if (before === 0 && turn !== 0) found.push({ from: crossing.y, to: crossing.y, turn });
    else if (before !== 0 && turn === 0) found[found.length - 1].to = crossing.y;
  }
  return found;
}

/** The lower edge of a shape beside a place of it: the one nearest to `y`; null where none is nearer than `within`. */
export function edgeNear(polygons: readonly (readonly Point[])[], x: number, y: number, within: number): number | null {
  let best: number | null = null;
  for (const { to } of stretchesAt(polygons, x))
    if (Math.abs(to - y) < within && (best === null || Math.abs(to - y) < Math.abs(best - y))) best = to;
  return best;
}
