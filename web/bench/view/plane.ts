import type { Letters } from '../../../core/type/letters';
import { apply, inverse, type Point } from '../../../core/shape/affine';

/** From sheet px to the plane in which the words were laid out. */
export function toLettering({ place, warp }: Pick<Letters, 'place' | 'warp'>, at: Point): Point {
  const flat = apply(inverse(place), at);
  return warp ? warp.backward(flat) : flat;
}

/** The way back. */
export const fromLettering = ({ place, warp }: Pick<Letters, 'place' | 'warp'>, point: Point): Point =>
  apply(place, warp ? warp.forward(point) : point);
