import type { Region } from '../../../pixels/region';
import type { Point } from '../../../shape/affine';

/** How far outside the sheet a contour runs that closes along its border, as a fraction of the longer side. */
const outside = 0.04;

/** Distance of a point to the border of a rectangle, from inside or outside. */
function distanceToBorder([x, y]: Point, { x: left, y: top, width, height }: Region): number {
  const dx = Math.max(left - x, 0, x - left - width);
  const dy = Math.max(top - y, 0, y - top - height);
  if (dx > 0 || dy > 0) return Math.hypot(dx, dy);
  return Math.min(x - left, left + width - x, y - top, top + height - y);
}

/** True where a contour that starts and ends here should close along the sheet's border. */
export function endsAtBorder(first: Point, last: Point, sheet: Region, reach: number): boolean {
  return distanceToBorder(first, sheet) <= reach && distanceToBorder(last, sheet) <= reach;
}

/**
 * The way from the last point of a contour back to its first around outside the sheet, so that a feather does not fade
 * at
 * the sheet's edge. All in plate px.
 * @param otherWay the longer way round instead of the shorter
 */
export function aroundBorder(first: Point, last: Point, sheet: Region, otherWay = false): Point[] {
  const margin = outside * Math.max(sheet.width, sheet.height);
  const ring = {
    x: sheet.x - margin,
    y: sheet.y - margin,
    width: sheet.width + 2 * margin,
    height: sheet.height + 2 * margin,
  };
  const around = 2 * (ring.width + ring.height);
  const from = placeOnRing(last, sheet, ring);
  const to = placeOnRing(first, sheet, ring);
  const clockwise = (((to - from) % around) + around) % around;
  const goesClockwise = clockwise <= around / 2 !== otherWay;
  const corners = [0, ring.width, ring.width + ring.height, 2 * ring.width + ring.height];
  const passed = corners
    .map((corner) => (goesClockwise ? corner - from : from - corner))
    .map((way) => ((way % around) + around) % around)
    .filter((way) => way > 0 && way < (goesClockwise ? clockwise : around - clockwise))
    .sort((a, b) => a - b)
    .map((way) => (goesClockwise ? from + way : from - way));
  return [from, ...passed, to].map((at) => onRing(((at % around) + around) % around, ring));
}

/** Length along the ring, clockwise from its top left corner, of the point straight out from `point`. */
function placeOnRing([x, y]: Point, sheet: Region, ring: Region): number {
  const away = [y - sheet.y, sheet.x + sheet.width - x, sheet.y + sheet.height - y, x - sheet.x];
  const side = away.indexOf(Math.min(...away));
  const across = Math.min(ring.width, Math.max(0, x - ring.x));
  const down = Math.min(ring.height, Math.max(0, y - ring.y));
  if (side === 0) return across;
  if (side === 1) return ring.width + down;
  if (side === 2) return ring.width + ring.height + (ring.width - across);
  return 2 * ring.width + ring.height + (ring.height - down);
}

function onRing(at: number, { x, y, width, height }: Region): Point {
  if (at <= width) return [x + at, y];
  if (at <= width + height) return [x + width, y + at - width];
  if (at <= 2 * width + height) return [x + width - (at - width - height), y + height];
  return [x, y + height - (at - 2 * width - height)];
}
