import type { Letters, Line } from '../../../../core/passes/pass';
import type { Point } from '../../../../core/shape/affine';

/** Place in the text (UTF-16 units) nearest to a point in lettering px. */
export function textPlaceAt({ lines, capHeight }: Letters, [x, y]: Point): number {
  if (lines.length === 0) return 0;
  const middle = (line: Line): number => line.baseline - capHeight / 2;
  const line = lines.reduce((best, other) => (Math.abs(middle(other) - y) < Math.abs(middle(best) - y) ? other : best));
  let nearest = 0;
  line.carets.forEach((caret, i) => {
    if (Math.abs(caret - x) < Math.abs(line.carets[nearest] - x)) nearest = i;
  });
  return line.start + nearest;
}

/** The caret's foot and head for a place in the text, lettering px. */
export function caretAt({ lines, capHeight }: Letters, place: number): { foot: [number, number]; head: [number, number] } | null {
  const line = [...lines].reverse().find((one) => one.start <= place);
  if (!line) return null;
  const x = line.carets[Math.min(line.carets.length - 1, place - line.start)];
  return { foot: [x, line.baseline + capHeight * 0.12], head: [x, line.baseline - capHeight * 1.12] };
}

/** For each line, the part of a selection in it as a box: lettering px corners. */
export function selectionBoxes({ lines, capHeight }: Letters, from: number, to: number): [number, number][][] {
  return lines.flatMap((line) => {
    const start = Math.max(from, line.start) - line.start;
    const end = Math.min(to, line.start + line.text.length) - line.start;
    if (end <= start) return [];
    const [left, right] = [line.carets[start], line.carets[end]];
    const [top, bottom] = [line.baseline - capHeight * 1.08, line.baseline + capHeight * 0.08];
    return [[[left, top], [right, top], [right, bottom], [left, bottom]] as [number, number][]];
  });
}
