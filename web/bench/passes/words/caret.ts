import type { Caret, Letters } from '../../../../core/type/letters';
import type { Point } from '../../../../core/shape/affine';

/** How far a point is from the middle of a caret, and how far above or below it. */
function awayFrom({ foot, head }: Caret, [x, y]: Point): { distance: number; beyond: number } {
  const [dx, dy] = [x - (foot[0] + head[0]) / 2, y - (foot[1] + head[1]) / 2];
  const [ux, uy] = [head[0] - foot[0], head[1] - foot[1]];
  const height = Math.hypot(ux, uy) || 1;
  return { distance: Math.hypot(dx, dy), beyond: Math.max(0, Math.abs(dx * ux + dy * uy) / height - height / 2) };
}

/**
 * Place in the text (UTF-16 units) nearest to a point in lettering px: in the line that it stands beside, and there at
 * the nearest caret.
 */
export function textPlaceAt({ lines }: Letters, point: Point): number {
  let best = { place: 0, distance: Infinity, beyond: Infinity };
  for (const line of lines) {
    let own = { place: 0, distance: Infinity, beyond: Infinity };
    line.carets.forEach((caret, i) => {
      const away = awayFrom(caret, point);
      if (away.distance < own.distance) own = { place: line.start + i, ...away };
    });
    if (own.beyond < best.beyond || (own.beyond === best.beyond && own.distance < best.distance)) best = own;
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
