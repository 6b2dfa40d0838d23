import { Clipper, EndType, FillRule, JoinType, type PathsD } from 'clipper2-ts';

/** Closed polygons filled by the non-zero rule. */
export type Polygons = [number, number][][];

export const joins = ['round', 'mitre', 'bevel'] as const;
export type Join = (typeof joins)[number];

const joinTypes: Record<Join, JoinType> = { round: JoinType.Round, mitre: JoinType.Miter, bevel: JoinType.Bevel };

/** A mitre longer than this many widths is cut off square, as in SVG 2 (`stroke-miterlimit`). */
const mitreLimit = 4;

/** Digits behind the point that points are kept to: far below what a px can show. */
const digits = 3;

/** How far, in the polygons' units, an arc of straight pieces may lie from the round one. */
const arcTolerance = 0.02;

const toClipper = (polygons: Polygons): PathsD => polygons.map((polygon) => polygon.map(([x, y]) => ({ x, y })));
const fromClipper = (paths: PathsD): Polygons => paths.map((path) => path.map(({ x, y }): [number, number] => [x, y]));

/** One area without overlaps: outer contours run one way, holes the other (Vatti 1992, by Clipper2). */
export const joined = (polygons: Polygons): Polygons =>
  fromClipper(Clipper.unionD(toClipper(polygons), [], FillRule.NonZero, digits));

/** What belongs to either area, to both, or to the first alone; as `joined` gives them. */
export const united = (a: Polygons, b: Polygons): Polygons =>
  fromClipper(Clipper.unionD(toClipper(a), toClipper(b), FillRule.NonZero, digits));
export const common = (a: Polygons, b: Polygons): Polygons =>
  fromClipper(Clipper.intersectD(toClipper(a), toClipper(b), FillRule.NonZero, digits));
export const without = (a: Polygons, b: Polygons): Polygons =>
  fromClipper(Clipper.differenceD(toClipper(a), toClipper(b), FillRule.NonZero, digits));

/**
 * The area within `by` of the polygons; where `by` is below 0, what is left of them that far inside their edge.
 * @param polygons as `joined` gives them
 * @param by in the polygons' units
 * @param tolerance how far, in these units, an arc may lie from the round one
 */
export function offset(polygons: Polygons, by: number, join: Join, tolerance = arcTolerance): Polygons {
  if (by === 0 || polygons.length === 0) return polygons;
  return fromClipper(
    Clipper.inflatePathsD(toClipper(polygons), by, joinTypes[join], EndType.Polygon, mitreLimit, digits, tolerance),
  );
}

/**
 * The area within half of `width` of open lines.
 * @param caps how a line ends
 */
export function stroked(lines: Polygons, width: number, caps: 'round' | 'butt'): Polygons {
  if (lines.length === 0 || width <= 0) return [];
  return fromClipper(
    Clipper.inflatePathsD(
      toClipper(lines),
      width / 2,
      JoinType.Round,
      caps === 'round' ? EndType.Round : EndType.Butt,
      mitreLimit,
      digits,
      arcTolerance,
    ),
  );
}

/**
 * Closed lines cut into dashes. On each line a whole number of them comes to lie, so that the last does not run into
 * the first.
 * @param on length of a dash, and @param off of the gap after it, in the lines' units; about, as they are fitted
 */
export function dashed(polygons: Polygons, on: number, off: number): Polygons {
  return polygons.flatMap((polygon) => {
    const closed = [...polygon, polygon[0]];
    const length = closed.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - closed[i][0], y - closed[i][1]), 0);
    const count = Math.round(length / (on + off));
    if (count < 1 || !(on > 0)) return [];
    const period = length / count;
    return cutAlong(closed, period, (period * on) / (on + off));
  });
}

/** Pieces of `on` at the beginning of each `period` along a line. */
function cutAlong(line: readonly [number, number][], period: number, on: number): Polygons {
  const pieces: Polygons = [];
  let piece: [number, number][] = [line[0]];
  let inDash = true;
  let left = on;
  for (let i = 1; i < line.length; i++) {
    let [x, y] = line[i - 1];
    const [toX, toY] = line[i];
    let rest = Math.hypot(toX - x, toY - y);
    while (rest > left) {
      const share = left / rest;
      [x, y] = [x + (toX - x) * share, y + (toY - y) * share];
      rest -= left;
      if (inDash) pieces.push([...piece, [x, y]]);
      inDash = !inDash;
      piece = [[x, y]];
      left = inDash ? on : period - on;
    }
    left -= rest;
    if (inDash) piece.push([toX, toY]);
  }
  if (inDash && piece.length > 1 && left < on / 2) pieces.push(piece);
  return pieces;
}
