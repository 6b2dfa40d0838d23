import type { Region } from '../pixels/region';
import { corners, type Point } from './affine';

/** A perspective map, row by row: (X, Y, W) = m (x, y, 1), and the point goes to (X / W, Y / W). */
export type Homography = readonly [number, number, number, number, number, number, number, number, number];

/** Four corners, clockwise from the top left. */
export type Quad = readonly [Point, Point, Point, Point];

/**
 * The perspective map that brings a box onto four corners, in closed form (Heckbert 1989, section 2.2.3).
 * @throws RangeError where the corners do not bound a convex quadrilateral
 */
export function boxToQuad(box: Region, quad: Quad): Homography {
  if (!isConvex(quad)) throw new RangeError('The corners must bound an area that bulges nowhere inwards.');
  const [[x0, y0], [x1, y1], [x2, y2], [x3, y3]] = quad;
  const [dx1, dx2, sx] = [x1 - x2, x3 - x2, x0 - x1 + x2 - x3];
  const [dy1, dy2, sy] = [y1 - y2, y3 - y2, y0 - y1 + y2 - y3];
  const determinant = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / determinant;
  const h = (dx1 * sy - sx * dy1) / determinant;
  const unit: Homography = [x1 - x0 + g * x1, x3 - x0 + h * x3, x0, y1 - y0 + g * y1, y3 - y0 + h * y3, y0, g, h, 1];
  const fromBox: Homography = [1 / box.width, 0, -box.x / box.width, 0, 1 / box.height, -box.y / box.height, 0, 0, 1];
  return timesHomography(unit, fromBox);
}

/** First `first`, then `then`. */
export function timesHomography(then: Homography, first: Homography): Homography {
  const out = new Array<number>(9).fill(0);
  for (let row = 0; row < 3; row++)
    for (let column = 0; column < 3; column++)
      for (let k = 0; k < 3; k++) out[row * 3 + column] += then[row * 3 + k] * first[k * 3 + column];
  return out as unknown as Homography;
}

/** The way back, up to a factor. @throws RangeError for a map that flattens the plane */
export function inverseHomography([a, b, c, d, e, f, g, h, i]: Homography): Homography {
  const out = [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
  const determinant = a * out[0] + b * out[3] + c * out[6];
  if (Math.abs(determinant) < 1e-14) throw new RangeError('This perspective cannot be undone: it flattens the plane.');
  return out.map((value) => value / determinant) as unknown as Homography;
}

/** How far before the horizon a point lies: 0 on it, below 0 behind the eye. */
export const depthAt = (m: Homography, [x, y]: Point): number => m[6] * x + m[7] * y + m[8];

export function throughHomography(m: Homography, point: Point): [number, number] {
  const [x, y] = point;
  const depth = depthAt(m, point);
  return [(m[0] * x + m[1] * y + m[2]) / depth, (m[3] * x + m[4] * y + m[5]) / depth];
}

/** True where walking along the corners turns the same way at each, by more than a trace. */
export function isConvex(quad: Quad): boolean {
  const turns = quad.map((corner, i) => {
    const [next, after] = [quad[(i + 1) % 4], quad[(i + 2) % 4]];
    return (next[0] - corner[0]) * (after[1] - next[1]) - (next[1] - corner[1]) * (after[0] - next[0]);
  });
  const least = 1e-6 * Math.max(...turns.map(Math.abs));
  return turns.every((turn) => turn > least) || turns.every((turn) => turn < -least);
}

/** The corners of a box after each has been moved. */
export function movedCorners(box: Region, moves: readonly Point[]): Quad {
  return corners(box).map(([x, y], i) => [x + moves[i][0], y + moves[i][1]] as const) as unknown as Quad;
}
