import type { Mark } from '../../../../core/passes/chalk/schema';
import type { Point } from '../../../../core/shape/affine';

/** Labels are as high as this, and no letter of them is wider; screen px. */
const [high, wide] = [18, 8.4];

/** Where the label of a mark begins. @param points of the mark, screen px */
export function labelAt({ kind }: Pick<Mark, 'kind'>, points: readonly Point[]): Point {
  const right = Math.max(...points.map(([x]) => x));
  const top = Math.min(...points.map(([, y]) => y));
  if (kind === 'circle') return [(points[0][0] + points.at(-1)![0]) / 2, top - 8];
  if (kind === 'arrow') return [points[0][0], points[0][1] - 10];
  return [right + 10, top + 5];
}

/** Labels that must not lie on each other: what can be shown of each before the next one begins on the same row. */
export function shownLabels(marks: readonly Mark[], toScreen: (point: Point) => Point): Map<string, string> {
  const labels = marks.flatMap((mark) => {
    if (mark.text === '') return [];
    const points = mark.points.map((point) => toScreen(point));
    return [{ mark, at: labelAt(mark, points), begins: Math.min(...points.map(([x]) => x)) }];
  });
  return new Map(
    labels.map(({ mark, at: [x, y] }) => {
      const beside = labels.filter((one) => one.mark !== mark && Math.abs(one.at[1] - y) < high && one.at[0] > x);
      const room = Math.min(...beside.map(({ begins }) => begins - 12 - x), Infinity);
      return [mark.id, shortened(mark.text, Math.floor(room / wide))];
    }),
  );
}

/** A text of no more than so many letters; it never vanishes. */
function shortened(text: string, most: number): string {
  const letters = [...text];
  return letters.length <= most
    ? text
    : `${letters
        .slice(0, Math.max(1, most - 1))
        .join('')
        .trimEnd()}…`;
}
