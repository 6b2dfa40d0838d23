import type { Point } from './affine';

/** A number with so many digits behind the point. */
export const rounded = (value: number, digits: number): number => Math.round(value * 10 ** digits) / 10 ** digits;

/** A point that somebody has set by hand: more digits than can be seen are not kept. */
export const roundedPoint = ([x, y]: Point, digits = 1): [number, number] => [rounded(x, digits), rounded(y, digits)];
