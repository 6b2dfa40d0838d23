/** Offsets to the neighbours in a window of 5 x 5 that come after a px; the others are the same, seen from there. */
export const offsets: readonly (readonly [number, number])[] = [0, 1, 2].flatMap((dy) =>
  [-2, -1, 0, 1, 2].flatMap((dx): [number, number][] => (dy > 0 || dx > 0 ? [[dx, dy]] : [])),
);

/**
 * Symmetric, positive semi-definite equations between the px of a grid and their neighbours. Where nothing is unknown
 * all is 0.
 */
export interface StencilEquations {
  /** A multiple of 4. */
  width: number;
  height: number;
  diagonal: Float32Array;
  /** A plane for each of `offsets`, one after the other: the tie of each px to that neighbour. */
  ties: Float32Array;
  /** Right side. */
  right: Float32Array;
}
