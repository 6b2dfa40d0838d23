import { middleOf, type Size } from '../../../pixels/region';
import { apply, inverse, placed, sizeOf, type Point } from '../../../shape/affine';
import { flatten, transformPath } from '../../../shape/path';
import { rounded as roundedTo } from '../../../shape/rounding';
import { windingAt } from '../../../shape/winding';
import type { Letter, Letters } from '../../../type/letters';
import { panelPlace } from './shape';
import type { Panel } from './schema';

/** What a drag changes of a panel. */
export type PanelChange = Partial<Pick<Panel, 'offset' | 'margin' | 'fixed' | 'shape'>>;

/** Finer than a thousandth of a cap height nobody drags. */
const rounded = (value: number): number => roundedTo(value, 4);

/** The plane that a panel is moved in: one of its px in sheet px, and its cap height. */
const capOf = (panel: Panel, letters: Letters): number =>
  panel.shape.kind === 'band' ? letters.capHeight * sizeOf(letters.place) : letters.capHeight;

/**
 * A panel moved against its letters.
 * @param by in the panel's plane: lettering px, for a band sheet px
 */
export function movedPanel(panel: Panel, letters: Letters, [dx, dy]: Point): PanelChange {
  const cap = capOf(panel, letters);
  return { offset: [rounded(panel.offset[0] + dx / cap), rounded(panel.offset[1] + dy / cap)] };
}

/** Less than this, in px of its plane, a side of a panel is never. */
const thinnest = 1;

/**
 * A panel with one corner pulled; the opposite one stays where it is.
 * @param corner and @param opposite of the box around it, and @param to where the first goes, in the letters' flat plane
 */
export function scaledPanel(panel: Panel, letters: Letters, corner: Point, opposite: Point, to: Point): PanelChange {
  const { capHeight: cap, flatInk } = letters;
  const ink = flatInk!;
  const middle = middleOf(ink);
  // In its own upright frame, about its centre.
  const frame = placed(1, panel.rotation, middle[0] + panel.offset[0] * cap, middle[1] + panel.offset[1] * cap);
  const [a, o, b] = [corner, opposite, to].map((point) => apply(inverse(frame), point));
  const length = [0, 1].map((axis) => Math.abs(a[axis] - o[axis]));
  const factor = [0, 1].map((axis) =>
    length[axis] < thinnest ? 1 : Math.max(thinnest / length[axis], (b[axis] - o[axis]) / (a[axis] - o[axis])),
  );
  // It grows about its centre, and is moved so that the opposite corner stays.
  const shift = apply(placed(1, panel.rotation, 0, 0), [o[0] * (1 - factor[0]), o[1] * (1 - factor[1])]);
  const offset: [number, number] = [
    rounded(panel.offset[0] + shift[0] / cap),
    rounded(panel.offset[1] + shift[1] / cap),
  ];
  if (panel.shape.kind === 'path') {
    const points = panel.shape.points.map((point): [number, number] => [
      rounded(middle[0] + (point[0] - middle[0]) * factor[0]),
      rounded(middle[1] + (point[1] - middle[1]) * factor[1]),
    ]);
    return { shape: { ...panel.shape, points }, offset };
  }
  const { fixed, margin } = panel;
  if (fixed) return { fixed: [rounded(fixed[0] * factor[0]), rounded(fixed[1] * factor[1])], offset };
  const reach = (side: number, around: number, by: number): number =>
    rounded(((side + 2 * around * cap) * by - side) / 2 / cap);
  return { margin: [reach(ink.width, margin[0], factor[0]), reach(ink.height, margin[1], factor[1])], offset };
}

/** The letters that leave their panel, so that as openings they are cut off. */
export function lettersOffPanel(panel: Panel, letters: Letters, sheet: Size): Letter[] {
  if (panel.shape.kind === 'sheet' || !letters.flatInk) return [];
  const { path, place } = panelPlace(panel, letters, sheet, sizeOf(letters.place));
  const area = flatten(transformPath(path, place));
  return letters.letters.filter((letter) =>
    flatten(transformPath(letter.path, letters.place))
      .flat()
      .some((point) => windingAt(area, point) === 0),
  );
}
