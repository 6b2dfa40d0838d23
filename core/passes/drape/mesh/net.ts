import type { Point } from '../../../shape/affine';
import type { Mesh, MeshPoint } from '../schema';

/** How a net moves the place at fractions of the letters' box: lettering px. */
export type NetField = (u: number, v: number) => [number, number];

/** The parts that the values and the slopes at both ends of a stretch have in a place of it (Hermite). */
function parts(t: number): [value0: number, value1: number, slope0: number, slope1: number] {
  const [t2, t3] = [t * t, t * t * t];
  return [2 * t3 - 3 * t2 + 1, -2 * t3 + 3 * t2, t3 - 2 * t2 + t, t3 - t2];
}

/** Which stretch between lines a fraction lies in. */
function stretchAt(lines: readonly number[], at: number): number {
  let i = 0;
  while (i < lines.length - 2 && at >= lines[i + 1]) i++;
  return i;
}

/** How fast a row of moves changes at one of them, where nobody said so: as a parabola through its neighbours' ends. */
function smoothSlope(lines: readonly number[], moves: readonly Point[], i: number): [number, number] {
  const [before, after] = [Math.max(0, i - 1), Math.min(lines.length - 1, i + 1)];
  const width = lines[after] - lines[before];
  return [(moves[after][0] - moves[before][0]) / width, (moves[after][1] - moves[before][1]) / width];
}

/** How fast the moves change at a point of the net, across or down; its own where it was set, else smoothly. */
export function slopeAt(
  { across, down, points }: Mesh,
  column: number,
  row: number,
  way: 'across' | 'down',
): [number, number] {
  const columns = across.length;
  const own = points[row * columns + column][way];
  if (own) return own;
  return way === 'across'
    ? smoothSlope(
        across,
        points.slice(row * columns, (row + 1) * columns).map(({ move }) => move),
        column,
      )
    : smoothSlope(
        down,
        down.map((_, i) => points[i * columns + column].move),
        row,
      );
}

/**
 * The moves of a net as a surface of bicubic patches (Ferguson 1964), with the twist that the slopes themselves have from
 * point to point: through every point, with every slope. Beyond the box it goes on as at its border.
 */
export function netField(mesh: Mesh): NetField {
  const { across, down, points } = mesh;
  const columns = across.length;
  const slopes = points.map((_, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    return [slopeAt(mesh, column, row, 'across'), slopeAt(mesh, column, row, 'down')] as const;
  });
  const twists = points.map((_, i): Point => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    const byDown = smoothSlope(
      down,
      down.map((__, j) => slopes[j * columns + column][0]),
      row,
    );
    const byAcross = smoothSlope(
      across,
      across.map((__, j) => slopes[row * columns + j][1]),
      column,
    );
    return [(byDown[0] + byAcross[0]) / 2, (byDown[1] + byAcross[1]) / 2];
  });
  return (u, v) => {
    const [x, y] = [Math.min(1, Math.max(0, u)), Math.min(1, Math.max(0, v))];
    const [column, row] = [stretchAt(across, x), stretchAt(down, y)];
    const [wide, high] = [across[column + 1] - across[column], down[row + 1] - down[row]];
    const [left, right, slopeLeft, slopeRight] = parts((x - across[column]) / wide);
    const [upper, lower, slopeUpper, slopeLower] = parts((y - down[row]) / high);
    const out: [number, number] = [0, 0];
    const add = (i: number, own: number, ownSlope: number, other: number, otherSlope: number): void => {
      const [acrossSlope, downSlope] = slopes[i];
      for (const axis of [0, 1] as const)
        out[axis] +=
          points[i].move[axis] * own * other +
          acrossSlope[axis] * ownSlope * wide * other +
          downSlope[axis] * own * otherSlope * high +
          twists[i][axis] * ownSlope * wide * otherSlope * high;
    };
    const at = row * columns + column;
    add(at, left, slopeLeft, upper, slopeUpper);
    add(at + 1, right, slopeRight, upper, slopeUpper);
    add(at + columns, left, slopeLeft, lower, slopeLower);
    add(at + columns + 1, right, slopeRight, lower, slopeLower);
    return out;
  };
}

const still = (): MeshPoint => ({ move: [0, 0], across: null, down: null });

const evenly = (count: number): number[] => Array.from({ length: count }, (_, i) => i / (count - 1));

/** A net that moves nothing yet. @param columns, @param rows of points, 2 to 9 each */
export function plainMesh(columns: number, rows: number): Mesh {
  return {
    shown: true,
    across: evenly(columns),
    down: evenly(rows),
    points: Array.from({ length: columns * rows }, still),
  };
}
