import type { Point } from './affine';
import { flattenTo, polygonPath, type Path, type Step } from './path';

/** A bend of the plane as it acts on outlines. */
export interface Bend {
  forward(point: Point): Point;
  /** Straight lines stay straight, as in perspective. */
  keepsLines: boolean;
  /** Points where this is not above 0 cannot be shown and are cut off; left out where all can. */
  visible?(point: Point): number;
}

/** A map of which no more is known than where it takes points. */
export const anyBend = ({ forward }: Pick<Bend, 'forward'>): Bend => ({ forward, keepsLines: false });

/** No straight stretch is cut into more pieces than this. */
const mostPieces = 256;

/**
 * An outline after a bend, as straight lines so fine that they look like curves.
 * @param tolerance how far, in the outline's units, a line may lie from the true curve
 */
export function warpPath(path: Path, bend: Bend, tolerance: number): Path {
  const out: Step[] = [];
  for (const polygon of flattenTo(path, tolerance)) {
    const seen = bend.visible ? clipped(polygon, bend.visible) : polygon;
    if (seen.length < 2) continue;
    const moved = bend.keepsLines
      ? seen.map((point) => bend.forward(point))
      : seen.flatMap((from, i) => pieces(from, seen[(i + 1) % seen.length], bend, tolerance));
    out.push(...polygonPath(moved));
  }
  return out;
}

/** A straight stretch after the bend: its start and as many points on the way as its curvature asks for. */
function pieces(from: Point, to: Point, bend: Bend, tolerance: number): Point[] {
  const start = bend.forward(from);
  const end = bend.forward(to);
  const at = (t: number): Point => bend.forward([from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t]);
  // How far the bent line leaves the straight one, measured at three places, so that an S is not taken for a line.
  const sag = Math.max(
    ...[0.25, 0.5, 0.75].map((t) => {
      const [x, y] = at(t);
      return Math.hypot(x - start[0] - (end[0] - start[0]) * t, y - start[1] - (end[1] - start[1]) * t);
    }),
  );
  // The sag falls with the square of the number of pieces.
  const count = Math.min(mostPieces, Math.ceil(Math.sqrt(sag / tolerance)));
  const out: Point[] = [start];
  for (let i = 1; i < count; i++) out.push(at(i / count));
  return out;
}

/** The part of a polygon where `side` is above 0 (Sutherland and Hodgman 1974). `side` is linear in the plane. */
function clipped(polygon: readonly Point[], side: (point: Point) => number): Point[] {
  const values = polygon.map(side);
  if (values.every((value) => value > 0)) return [...polygon];
  const out: Point[] = [];
  polygon.forEach((point, i) => {
    const next = (i + 1) % polygon.length;
    if (values[i] > 0) out.push(point);
    if (values[i] > 0 !== values[next] > 0) {
      const t = values[i] / (values[i] - values[next]);
      out.push([point[0] + (polygon[next][0] - point[0]) * t, point[1] + (polygon[next][1] - point[1]) * t]);
    }
  });
  return out;
}
