import type { Point } from '../../../shape/affine';
import { flatten } from '../../../shape/path';
import { simplify } from '../../../shape/simplify';
import { parseSvgPath } from '../../../shape/svgPath';
import { contourPoints } from '../contour';
import type { Contour, TracePoint } from '../schema';

/**
 * Lines that bend by less than this between two points are one stretch, degrees; and how far a stretch may stray, plate
 * px.
 */
const cornerDegrees = 35;
const tolerance = 0.05;
/** Points of one contour, at most; a finer outline is thinned out. */
const mostPoints = 5000;

/**
 * Closed contours as an SVG drawing of the plate's size, filled by the even-odd rule; numbers are rounded to 1/100 px.
 */
export function contoursToSvg(contours: readonly Contour[], plate: { width: number; height: number }): string {
  const data = contours
    .filter(({ closed, points }) => closed && points.length > 1)
    .map(
      (contour) =>
        `M${contourPoints(contour)
          .map(([x, y]) => `${Number(x.toFixed(2))} ${Number(y.toFixed(2))}`)
          .join('L')}Z`,
    )
    .join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${plate.width}" height="${plate.height}" viewBox="0 0 ${plate.width} ${plate.height}">\n <path fill-rule="evenodd" d="${data}"/>\n</svg>\n`;
}

/**
 * Contours from SVG path data. Points come where the outline has corners; what lies between is kept as it is.
 * @param factor plate px per unit of the drawing
 * @returns an empty list for what is no path data, or fills nothing
 */
export function contoursFromSvg(data: string, factor: number): Contour[] {
  const path = parseSvgPath(data);
  if (!path) return [];
  return flatten(path).flatMap((polygon): Contour[] => {
    const scaled = polygon.map(([x, y]): [number, number] => [x * factor, y * factor]);
    const ring = withoutRepeats(scaled);
    return ring.length < 3 ? [] : [{ closed: true, points: inStretches(ring) }];
  });
}

function withoutRepeats(points: readonly [number, number][]): [number, number][] {
  const kept = points.filter(([x, y], i) => i === 0 || Math.hypot(x - points[i - 1][0], y - points[i - 1][1]) > 1e-6);
  const [first, last] = [kept[0], kept[kept.length - 1]];
  if (kept.length > 1 && Math.hypot(first[0] - last[0], first[1] - last[1]) <= 1e-6) kept.pop();
  return kept;
}

/** A ring parted at its corners. */
function inStretches(ring: [number, number][]): TracePoint[] {
  const thin = ring.length > mostPoints ? (simplify(ring, tolerance) as [number, number][]) : ring;
  const corners = thin.flatMap((point, i) =>
    turnAt(thin[(i - 1 + thin.length) % thin.length], point, thin[(i + 1) % thin.length]) > cornerDegrees ? [i] : [],
  );
  // A round outline has no corner: it begins where it begins, and again half way round.
  const starts = corners.length > 1 ? corners : [0, Math.floor(thin.length / 2)];
  return starts.map((start, k): TracePoint => {
    const end = starts[(k + 1) % starts.length];
    const length = (end - start + thin.length) % thin.length || thin.length;
    const via = Array.from({ length: length - 1 }, (_, i) => rounded(thin[(start + 1 + i) % thin.length]));
    const [x, y] = rounded(thin[start]);
    return { x, y, to: 'straight', via };
  });
}

const rounded = ([x, y]: Point): [number, number] => [Math.round(x * 100) / 100, Math.round(y * 100) / 100];

/** By how many degrees a line turns at its middle point. */
function turnAt([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point): number {
  const turn = Math.atan2(cy - by, cx - bx) - Math.atan2(by - ay, bx - ax);
  return Math.abs((Math.atan2(Math.sin(turn), Math.cos(turn)) * 180) / Math.PI);
}
