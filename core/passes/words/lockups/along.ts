import { followedBy, type Affine } from '../../../shape/affine';
import { moved } from '../../../shape/affine';
import { leftShare, pensAlong, type Measure, type SetLine } from './lockup';

/** A curve that letters stand on: the frame at a distance from its start, x along it, y down across it. */
export interface Curve {
  /** px; Infinity for one without an end */
  length: number;
  frameAt(distance: number): Affine;
}

/**
 * Letters one after the other along a curve; each stands upright on the point below its middle. Further lines run
 * beside
 * the first, leading apart.
 * @param anchor distance along the curve of what the alignment brings there: start, middle or end of the line
 */
export function setAlong(
  lines: readonly SetLine[],
  curve: Curve,
  anchor: number,
  { tracking, alignment, leadingOf }: Measure,
): Affine[][] {
  let depth = 0;
  return lines.map(({ index, letters }) => {
    depth += leadingOf(index);
    const { pens, width } = pensAlong(letters, tracking);
    const start = anchor - width * leftShare(alignment);
    return letters.map(({ advance }, i) =>
      followedBy(moved(-advance / 2, depth), curve.frameAt(start + pens[i] + advance / 2)),
    );
  });
}
