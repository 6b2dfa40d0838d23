import { flattenTo, type Path } from '../../../shape/path';
import { simplify } from '../../../shape/simplify';
import { signedArea } from '../../../shape/winding';
import { pathBounds } from '../../../shape/bounds';
import { regionOfPoints, type Region } from '../../../pixels/region';

/** A panel's drawn edge has at most so many points. */
const mostPoints = 2000;
/** How far its lines may lie from the drawing's curves, px of the box. */
const finest = 0.25;

/**
 * The edge of a panel from a drawing: its largest contour, as large as it can be within a box without being stretched,
 * and in its middle.
 * @param box px
 * @returns closed points, px, to a tenth; null where the drawing has no contour with an area
 */
export function panelEdge(path: Path, box: Region): [number, number][] | null {
  const bounds = pathBounds(path);
  if (!bounds || bounds.width <= 0 || bounds.height <= 0) return null;
  const whole = Math.min(box.width / bounds.width, box.height / bounds.height);
  const contours = flattenTo(path, finest / whole).filter((points) => points.length > 2);
  if (contours.length === 0) return null;
  const area = (points: [number, number][]): number => Math.abs(signedArea(points));
  const largest = contours.reduce((best, one) => (area(one) > area(best) ? one : best));
  const own = regionOfPoints(largest)!;
  if (!(own.width > 0 && own.height > 0)) return null;
  const scale = Math.min(box.width / own.width, box.height / own.height);
  const [left, top] = [box.x + (box.width - own.width * scale) / 2, box.y + (box.height - own.height * scale) / 2];
  const placed = largest.map(([x, y]): [number, number] => [left + (x - own.x) * scale, top + (y - own.y) * scale]);
  return withFewPoints(placed).map(([x, y]) => [Math.round(x * 10) / 10, Math.round(y * 10) / 10]);
}

/** A closed line with no more points than a panel can have: coarser until it is so. */
function withFewPoints(points: readonly [number, number][]): [number, number][] {
  let few: (readonly [number, number])[] = [...points];
  for (let tolerance = finest; few.length > mostPoints; tolerance *= 2) few = simplify(points, tolerance);
  return few.map(([x, y]) => [x, y]);
}
