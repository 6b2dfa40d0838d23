import type { Region } from './region';

/** The smallest part of a region that holds every px of which something is so, by its number; null where it is of none. */
export function boxWhere({ x, y, width, height }: Region, isSo: (i: number) => boolean): Region | null {
  let [left, right, top, bottom] = [width, -1, -1, -1];
  for (let row = 0, i = 0; row < height; row++)
    for (let column = 0; column < width; column++, i++) {
      if (!isSo(i)) continue;
      if (column < left) left = column;
      if (column > right) right = column;
      if (top < 0) top = row;
      bottom = row;
    }
  return right < 0 ? null : { x: x + left, y: y + top, width: right - left + 1, height: bottom - top + 1 };
}
