import { apply, type Affine, type Point } from './affine';

/** One step of an outline. The last point is where the pen ends; the points before it are Bezier controls. */
export type Step =
  | { kind: 'move'; to: Point }
  | { kind: 'line'; to: Point }
  | { kind: 'quadratic'; control: Point; to: Point }
  | { kind: 'cubic'; control1: Point; control2: Point; to: Point };

/** An outline of closed contours, filled by the non-zero rule. */
export type Path = readonly Step[];

export function transformPath(path: Path, m: Affine): Path {
  return path.map((step): Step => {
    const to = apply(m, step.to);
    if (step.kind === 'quadratic') return { kind: 'quadratic', control: apply(m, step.control), to };
    if (step.kind === 'cubic')
      return { kind: 'cubic', control1: apply(m, step.control1), control2: apply(m, step.control2), to };
    return { kind: step.kind, to };
  });
}

/** A closed polygon as a path. */
export function polygonPath(points: readonly Point[]): Path {
  return points.map((to, i): Step => ({ kind: i === 0 ? 'move' : 'line', to }));
}

/** How far, in px, a flattened curve may lie from the true one. */
const flatness = 0.02;

/**
 * Curves to straight lines.
 * @returns closed polygons, in the path's units; a curve keeps within 0.02 of those units.
 */
export const flatten = (path: Path): [number, number][][] => flattenTo(path, flatness);

/** A curve becomes at most so many lines, and a path so many points: whatever its numbers are, it ends. */
const [mostOfCurve, mostOfPath] = [4096, 2e6];

/** As `flatten`, with the distance that a line may lie from its curve. */
export function flattenTo(path: Path, tolerance: number): [number, number][][] {
  const polygons: [number, number][][] = [];
  let current: [number, number][] = [];
  let left = mostOfPath;
  for (const step of path) {
    if (step.kind === 'move') {
      current = [[step.to[0], step.to[1]]];
      polygons.push(current);
      continue;
    }
    const from = current[current.length - 1];
    const before = current.length;
    const most = Math.max(1, Math.min(mostOfCurve, left));
    if (step.kind === 'line') current.push([step.to[0], step.to[1]]);
    else if (step.kind === 'quadratic') quadraticPoints(current, from, step.control, step.to, { tolerance, most });
    else cubicPoints(current, from, step.control1, step.control2, step.to, { tolerance, most });
    left -= current.length - before;
  }
  return polygons;
}

/** How near lines keep to their curve, and how many they may be. */
interface Fineness {
  tolerance: number;
  most: number;
}

function quadraticPoints(
  out: [number, number][],
  from: Point,
  control: Point,
  to: Point,
  { tolerance, most }: Fineness,
): void {
  const bend = Math.hypot(from[0] - 2 * control[0] + to[0], from[1] - 2 * control[1] + to[1]);
  const count = Math.min(most, Math.max(1, Math.ceil(Math.sqrt(bend / (4 * tolerance)))));
  for (let i = 1; i <= count; i++) {
    const t = i / count;
    const s = 1 - t;
    out.push([
      s * s * from[0] + 2 * s * t * control[0] + t * t * to[0],
      s * s * from[1] + 2 * s * t * control[1] + t * t * to[1],
    ]);
  }
}

function cubicPoints(
  out: [number, number][],
  from: Point,
  c1: Point,
  c2: Point,
  to: Point,
  { tolerance, most }: Fineness,
): void {
  const bend = Math.max(
    Math.hypot(from[0] - 2 * c1[0] + c2[0], from[1] - 2 * c1[1] + c2[1]),
    Math.hypot(c1[0] - 2 * c2[0] + to[0], c1[1] - 2 * c2[1] + to[1]),
  );
  const count = Math.min(most, Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / tolerance))));
  for (let i = 1; i <= count; i++) {
    const t = i / count;
    const s = 1 - t;
    const [k0, k1, k2, k3] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
    out.push([
      k0 * from[0] + k1 * c1[0] + k2 * c2[0] + k3 * to[0],
      k0 * from[1] + k1 * c1[1] + k2 * c2[1] + k3 * to[1],
    ]);
  }
}
