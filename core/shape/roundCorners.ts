import type { Point } from './affine';
import { distanceToSegment } from './simplify';
import { signedArea, windingAt } from './winding';
import { common, offset, united, without, type Polygons } from './offset';

/** Corners that stand out, hollow ones, or both. */
export const cornerKinds = ['both', 'outer', 'inner'] as const;
export type CornerKind = (typeof cornerKinds)[number];

/** How often a radius is halved for strokes that are too thin for it, before they stay as they are. */
const halvings = 6;

/** Slivers narrower than this are no more than arcs of straight pieces, in the polygons' units. */
const sliver = 0.1;

/**
 * What of an area was lost by rounding is the tip of a corner where it is no longer than this many radii, and fills at
 * most this part of the box between its foot and its end: the tip of a corner of any angle fills less than half, a
 * stroke nearly all.
 */
const tip = { longest: 4, fullest: 0.62 };

/**
 * Corners rounded by opening, hollow ones by closing (Serra 1982), without what these take besides: strokes thinner
 * than twice the radius, and notches and counters as narrow, are rounded by as much of it as they can bear.
 * @param area as `joined` gives it
 * @param radius in the polygons' units
 */
export function roundCorners(area: Polygons, radius: number, corners: CornerKind): Polygons {
  if (radius <= 0 || area.length === 0) return area;
  const outer = corners === 'inner' ? area : opened(area, radius, halvings).area;
  if (corners === 'outer') return outer;
  // Hollow corners are corners of what lies around.
  const around = offset(outer, 2 * radius + 1, 'mitre');
  const hollow = opened(without(frameOf(around, radius), outer), radius, halvings);
  const grown = offset(outer, radius, 'round');
  return hollow.isWhole ? offset(grown, -radius, 'round') : united(outer, without(grown, hollow.area));
}

function frameOf(area: Polygons, room: number): Polygons {
  const xs = area.flat().map(([x]) => x);
  const ys = area.flat().map(([, y]) => y);
  const [left, top, right, bottom] = [least(xs) - room, least(ys) - room, most(xs) + room, most(ys) + room];
  return [
    [
      [left, top],
      [right, top],
      [right, bottom],
      [left, bottom],
    ],
  ];
}

const least = (values: number[]): number => values.reduce((a, b) => Math.min(a, b), Infinity);
const most = (values: number[]): number => values.reduce((a, b) => Math.max(a, b), -Infinity);

/**
 * An area opened by a disc, but for its strokes that are thinner: these are opened by smaller ones. `isWhole`: there
 * are none.
 */
function opened(area: Polygons, radius: number, left: number): { area: Polygons; isWhole: boolean } {
  if (left === 0) return { area, isWhole: false };
  const wide = offset(offset(area, -radius, 'round'), radius, 'round');
  const lost = without(area, offset(wide, sliver, 'round'));
  const strokes = lost.filter((part, i) => signedArea(part) > 0 && !isTip(part, i, lost, wide, radius));
  if (strokes.length === 0) return { area: wide, isWhole: true };
  const kept = common(opened(area, radius / 2, left - 1).area, offset(strokes, radius, 'round'));
  return { area: united(wide, kept), isWhole: false };
}

/** Whether a lost part is no more than the tip of a corner. */
function isTip(part: [number, number][], index: number, lost: Polygons, wide: Polygons, radius: number): boolean {
  const isRing = lost.some((hole, i) => i !== index && signedArea(hole) < 0 && windingAt([part], hole[0]) !== 0);
  if (isRing) return false;
  const distances = part.map((point) => distanceTo(point, wide));
  const touches = distances.map((distance) => distance < 3 * sliver);
  // Where the part hangs on to what is left: once, for the tip of a corner.
  const begins = touches.flatMap((one, i) => (one && !touches[(i + part.length - 1) % part.length] ? [i] : []));
  if (begins.length !== 1) return false;
  let end = begins[0];
  while (touches[(end + 1) % part.length]) end = (end + 1) % part.length;
  const [[ax, ay], [bx, by]] = [part[begins[0]], part[end]];
  const foot = Math.hypot(bx - ax, by - ay);
  const length = most(distances);
  return (
    length <= tip.longest * radius && signedArea(part) / 2 <= tip.fullest * foot * length + sliver * (foot + length)
  );
}

/** Distance of a point to the nearest edge. */
function distanceTo(point: Point, polygons: Polygons): number {
  let nearest = Infinity;
  for (const polygon of polygons)
    for (let i = 0; i < polygon.length; i++)
      nearest = Math.min(nearest, distanceToSegment(point, polygon[i], polygon[(i + 1) % polygon.length]));
  return nearest;
}
