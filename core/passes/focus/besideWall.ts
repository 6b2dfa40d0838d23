import type { Focus } from '../../survey/focus';
import type { Planes } from '../../survey/planes';
import { wallOf } from '../../survey/planes/wall';
import type { PlacedPhotograph } from '../../survey/placed';
import type { Point } from '../../shape/affine';
import type { Letters } from '../../type/letters';
import { standingQuad } from '../../light/casting/falls';
import type { Casts } from '../../light/casting/schema';
import { focusAlong, focusAt } from './propose';

/** The blur along a wall is believed if what was measured is off by no more than this part of how it changes. */
const mostOff = 0.3;
/** It changes by so much at least, photograph px; and is carried on so many lengths of what was seen to either side. */
const [leastChange, carriedOn] = [0.8, 1];

const middleOf = ([a, b]: readonly [Point, Point]): Point => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];

/**
 * How blurred the photograph is where something stands on the ground beside a wall that recedes, sheet px. Ground is often
 * soft by itself and tells nothing; the wall's edges tell. Both change with one over the distance, which along the wall
 * grows evenly with the way across, and over the ground with the way down; at the wall's foot they are one.
 * @param foot where it stands, sheet px; it may lie outside of the picture
 * @returns null where the photograph shows no such wall, or its blur does not change along it as a lens makes it
 */
export function focusBesideWall(
  found: Focus | null,
  planes: Planes | null | undefined,
  foot: Point,
  photograph: PlacedPhotograph,
): number | null {
  const wall = found && wallOf(planes, photograph);
  if (!wall) return null;
  const [left, right] = wall;
  const [from, to] = [middleOf(left), middleOf(right)];
  const along = focusAlong(found, from, to, photograph);
  if (!along) return null;
  const { first, off } = along;
  const last = along.through ? -along.last : along.last;
  if (Math.abs(last - first) < leastChange * photograph.scale || off > mostOff * Math.abs(last - first)) return null;
  // Along the wall's foot: where it is as far down as what stands on the ground.
  const [[x0, y0], [x1, y1]] = [left[1], right[1]];
  const x = x0 + ((foot[1] - y0) / (y1 - y0)) * (x1 - x0);
  const t = (x - from[0]) / (to[0] - from[0]);
  return t >= -carriedOn && t <= 1 + carriedOn ? Math.abs(first + (last - first) * t) : null;
}

/** How blurred the photograph is where a lettering stands or lies, sheet px; null: it cannot tell. */
export function focusUnder(
  { focus, planes }: { focus?: Focus | null; planes?: Planes | null },
  { casts }: { casts: Pick<Casts, 'thrown' | 'foot'> },
  letters: Letters,
  photograph: PlacedPhotograph,
): number | null {
  const quad = casts.thrown?.onto === 'ground' ? standingQuad(letters, casts.foot) : null;
  const foot = quad && middleOf([quad[2], quad[3]]);
  const besideWall = foot && focusBesideWall(focus ?? null, planes, foot, photograph);
  return besideWall ?? focusAt(focus ?? null, letters, photograph);
}
