import type { Contour } from '../passes/veils/schema';

/** A box with straight sides. */
export function boxContour(left: number, top: number, right: number, bottom: number): Contour {
  return {
    closed: true,
    points: [
      [left, top],
      [right, top],
      [right, bottom],
      [left, bottom],
    ].map(([x, y]) => ({ x, y, to: 'straight', via: [] })),
  };
}
