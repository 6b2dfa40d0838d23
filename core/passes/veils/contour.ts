import { signedArea } from '../../shape/winding';
import { memoize } from '../../graph/memoize';
import type { Point } from '../../shape/affine';
import type { Contour, TracePoint } from './schema';

/** All points of a contour in order, those between the clicked ones with them. Plate px. */
export function contourPoints(contour: Contour): Point[] {
  const { points, closed } = contour;
  return points.flatMap((point, i): Point[] => {
    const last = i === points.length - 1;
    if (last && !closed) return [at(point)];
    return [at(point), ...stretchPoints(contour, i)];
  });
}

/** What lies between a point and the next, neither with it. */
export const stretchPoints = (contour: Contour, index: number): readonly Point[] =>
  contour.points[index].to === 'smooth' ? smoothStretch(contour, index) : contour.points[index].via;

const at = ({ x, y }: Pick<TracePoint, 'x' | 'y'>): Point => [x, y];

/** Distance of the points that a curve is drawn with, plate px, and how many there are at most. */
const curveStep = 4;
const mostSteps = 96;

/** What lies between the ends of a smooth stretch: a cubic whose slopes follow from its neighbours. */
function smoothStretch(contour: Contour, index: number): Point[] {
  const { points } = contour;
  const from = at(points[index]);
  const to = at(points[(index + 1) % points.length]);
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  if (length === 0) return [];
  const chord: Point = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
  const before = slopeAt(contour, index);
  const after = slopeAt(contour, (index + 1) % points.length);
  // An end that nothing leads on from bends as little as it can.
  const start = before ?? (after ? bent(chord, after) : chord);
  const end = after ?? (before ? bent(chord, before) : chord);
  const steps = Math.min(mostSteps, Math.max(6, Math.ceil(length / curveStep)));
  return Array.from({ length: steps - 1 }, (_, i) => {
    const t = (i + 1) / steps;
    const [a, b] = [(1 + 2 * t) * (1 - t) ** 2, t * t * (3 - 2 * t)];
    const [c, d] = [t * (1 - t) ** 2 * length, t * t * (t - 1) * length];
    const along = (k: 0 | 1): number => Math.round((a * from[k] + b * to[k] + c * start[k] + d * end[k]) * 100) / 100;
    return [along(0), along(1)];
  });
}

const bent = (chord: Point, slope: Point): Point => [1.5 * chord[0] - 0.5 * slope[0], 1.5 * chord[1] - 0.5 * slope[1]];

/**
 * The direction in which a contour runs through one of its points, as a unit vector or shorter: between two smooth
 * stretches that of
 * the parabola through the three points (Bessel), beside another stretch that one's own. Null at a corner and at an
 * open end.
 */
function slopeAt({ points, closed }: Contour, index: number): Point | null {
  const point = points[index];
  // Of a closed contour the first point follows the last.
  const previous = points[index - 1] ?? (closed ? points.at(-1) : undefined);
  const next = points[index + 1] ?? (closed ? points[0] : undefined);
  if (point.corner || !previous || !next) return null;
  const [here, back, forth] = [at(point), at(previous), at(next)];
  if (previous.to !== 'smooth') return unit(previous.via.at(-1) ?? back, here);
  if (point.to !== 'smooth') return unit(here, point.via[0] ?? forth);
  const [d0, d1] = [
    Math.hypot(here[0] - back[0], here[1] - back[1]),
    Math.hypot(forth[0] - here[0], forth[1] - here[1]),
  ];
  const [first, second] = [unit(back, here), unit(here, forth)];
  if (!first || !second) return first ?? second;
  return [(first[0] * d1 + second[0] * d0) / (d0 + d1), (first[1] * d1 + second[1] * d0) / (d0 + d1)];
}

function unit([ax, ay]: Point, [bx, by]: Point): Point | null {
  const length = Math.hypot(bx - ax, by - ay);
  return length > 0 ? [(bx - ax) / length, (by - ay) / length] : null;
}

/** Whether a point lies inside a polygon (crossings of a ray to the right). */
function isInside([x, y]: Point, polygon: readonly Point[]): boolean {
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [[ax, ay], [bx, by]] = [polygon[i], polygon[j]];
    if (ay > y !== by > y && x < ax + ((y - ay) * (bx - ax)) / (by - ay)) inside = !inside;
  }
  return inside;
}

/** Of so many points of a contour it is asked whether they lie inside another. */
const asked = 24;

function liesIn(inner: readonly Point[], outer: readonly Point[]): boolean {
  const step = Math.max(1, Math.floor(inner.length / asked));
  return inner.every((point, i) => i % step !== 0 || isInside(point, outer));
}

/**
 * The closed contours as polygons. Those that lie side by side or overlap run the same way round, so that they add up
 * and never cut
 * each other; one that lies wholly inside another runs against it and is a hole, and one inside that is filled again.
 */
export const polygonsOf = memoize((contours: readonly Contour[]): Point[][] => {
  const polygons = contours.flatMap((contour) =>
    contour.closed && contour.points.length >= 2 ? [contourPoints(contour)] : [],
  );
  return polygons.map((points, i) => {
    const depth = polygons.filter(
      (other, k) => k !== i && liesIn(points, other) && !(k > i && liesIn(other, points)),
    ).length;
    const isHole = depth % 2 === 1;
    return signedArea(points) < 0 !== isHole ? [...points].reverse() : points;
  });
});
