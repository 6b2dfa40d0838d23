import { regionOfPoints, type Region } from '../pixels/region';

/** x' = a x + c y + e; y' = b x + d y + f. */
export interface Affine {
  a: number;
  b: number;
  c: number;
  d: number;
  e: number;
  f: number;
}

export type Point = readonly [number, number];

export const identity: Affine = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };

/** Scaled, then moved. */
export const moved = (x: number, y: number, scale = 1): Affine => ({ a: scale, b: 0, c: 0, d: scale, e: x, f: y });

/** Scale, then turn by `degrees` (clockwise on a sheet whose y runs down), then move. */
export function placed(scale: number, degrees: number, x: number, y: number): Affine {
  const angle = (degrees * Math.PI) / 180;
  const cos = Math.cos(angle) * scale;
  const sin = Math.sin(angle) * scale;
  return { a: cos, b: sin, c: -sin, d: cos, e: x, f: y };
}

export function apply(m: Affine, [x, y]: Point): [number, number] {
  return [m.a * x + m.c * y + m.e, m.b * x + m.d * y + m.f];
}

/** How many times as long lengths become; for a map that stretches unevenly, the root of what it does to areas. */
export const sizeOf = ({ a, b, c, d }: Affine): number => Math.sqrt(Math.abs(a * d - b * c));

/** First `first`, then `then`. */
export function followedBy(first: Affine, then: Affine): Affine {
  return {
    a: then.a * first.a + then.c * first.b,
    b: then.b * first.a + then.d * first.b,
    c: then.a * first.c + then.c * first.d,
    d: then.b * first.c + then.d * first.d,
    e: then.a * first.e + then.c * first.f + then.e,
    f: then.b * first.e + then.d * first.f + then.f,
  };
}

/** @throws RangeError for a map that flattens the plane. */
export function inverse(m: Affine): Affine {
  const determinant = m.a * m.d - m.b * m.c;
  if (Math.abs(determinant) < 1e-12) throw new RangeError('This placement cannot be undone: its size is zero.');
  const a = m.d / determinant;
  const b = -m.b / determinant;
  const c = -m.c / determinant;
  const d = m.a / determinant;
  return { a, b, c, d, e: -(a * m.e + c * m.f), f: -(b * m.e + d * m.f) };
}

/** The four corners of a region, clockwise from the top left. */
export function corners(region: Region): Point[] {
  const right = region.x + region.width;
  const bottom = region.y + region.height;
  return [
    [region.x, region.y],
    [right, region.y],
    [right, bottom],
    [region.x, bottom],
  ];
}

/** The upright box around a region after it has been placed. */
export function placedBounds(place: Affine, region: Region): Region {
  return regionOfPoints(corners(region).map((corner) => apply(place, corner)))!;
}
