import type { Caret, Letters } from '../../../../core/passes/pass';
import { apply, inverse, type Point } from '../../../../core/shape/affine';

/** From sheet px to the plane in which the words were laid out. */
export function toLettering({ place, warp }: Letters, at: Point): Point {
  const flat = apply(inverse(place), at);
  return warp ? warp.backward(flat) : flat;
}

/** How far a point is from the middle of a caret. */
function distanceTo({ foot, head }: Caret, [x, y]: Point): number {
  return Math.hypot((foot[0] + head[0]) / 2 - x, (foot[1] + head[1]) / 2 - y);
}

/** Place in the text (UTF-16 units) nearest to a point in lettering px. */
export function textPlaceAt({ lines }: Letters, point: Point): number {
  let best = { place: 0, distance: Infinity };
  for (const line of lines) {
    line.carets.forEach((caret, i) => {
      const distance = distanceTo(caret, point);
      if (distance < best.distance) best = { place: line.start + i, distance };
    });
  }
  return best.place;
}

/** The caret for a place in the text, lettering px. */
export function caretAt({ lines }: Letters, place: number): Caret | null {
  const line = lines.findLast((one) => one.start <= place);
  return line ? line.carets[Math.min(line.carets.length - 1, place - line.start)] : null;
}

/** The selected letters as boxes, lettering px corners. */
export function selectionBoxes({ lines }: Letters, from: number, to: number): Point[][] {
  return lines.flatMap((line) => {
    const start = Math.max(from, line.start) - line.start;
    const end = Math.min(to, line.start + line.text.length) - line.start;
    return Array.from({ length: Math.max(0, end - start) }, (_, i): Point[] => {
      const [left, right] = [line.carets[start + i], line.carets[start + i + 1]];
      return [left.head, right.head, right.foot, left.foot];
    });
  });
}
