import { tiltOf } from '../../light/lamp';

/** Looked up once: these loops are hot. */
const { cos, hypot, max, PI, sin, sqrt } = Math;

/** A value seen in a direction: a unit vector, x to the right, y down. */
export interface Directed {
  along: readonly [number, number];
  value: number;
}

/** How values change with direction: `mean + size * cos(angle to tilt)`. */
export interface Harmonic {
  mean: number;
  size: number;
  /** Degrees counter-clockwise from the right, where the values are largest. */
  tilt: number;
  /** The part of the values' variance that this explains. */
  explained: number;
  /** 1 where all directions are seen alike, 0 where all lie on one line. */
  covered: number;
  /** 0 where the directions outweigh each other, 1 where all are the same. */
  onesided: number;
}

/** The first harmonic of values over directions, in least squares; null where there are too few. */
export function firstHarmonic(list: readonly Directed[]): Harmonic | null {
  if (list.length < 12) return null;
  let [x, y, xx, xy, yy, g, gx, gy] = [0, 0, 0, 0, 0, 0, 0, 0];
  for (const { along, value } of list) {
    x += along[0];
    y += along[1];
    xx += along[0] ** 2;
    xy += along[0] * along[1];
    yy += along[1] ** 2;
    g += value;
    gx += value * along[0];
    gy += value * along[1];
  }
  const count = list.length;
  // Centred, it is two unknowns.
  const [a, b, d] = [xx - (x * x) / count + 1e-9, xy - (x * y) / count, yy - (y * y) / count + 1e-9];
  const [p, q] = [gx - (g * x) / count, gy - (g * y) / count];
  const determinant = max(1e-12, a * d - b * b);
  const [bx, by] = [(p * d - q * b) / determinant, (q * a - p * b) / determinant];
  const mean = (g - bx * x - by * y) / count;
  const level = g / count;
  let [rest, all] = [0, 0];
  for (const { along, value } of list) {
    rest += (value - mean - bx * along[0] - by * along[1]) ** 2;
    all += (value - level) ** 2;
  }
  const trace = xx + yy;
  const least = trace / 2 - sqrt(max(0, (trace * trace) / 4 - (xx * yy - xy * xy)));
  return {
    mean,
    size: hypot(bx, by),
    tilt: tiltOf(bx, by),
    explained: all > 0 ? 1 - rest / all : 0,
    covered: (2 * least) / max(1e-9, trace),
    onesided: hypot(x, y) / count,
  };
}

/** What is left of it, as a part, where one quarter of the directions is not looked at, or it has told nothing. */
const stillTold = 0.35;

/**
 * How far the first harmonic turns where one quarter of the directions is not looked at, at most; degrees. Light from one
 * side shows all around; what only one side says is as likely paint, or the shadow of something else (a jackknife;
 * Quenouille 1956).
 */
export function turnedWithout(list: readonly Directed[], { size, tilt }: Harmonic): number {
  const turns = [0, 90, 180, 270].map((axis) => {
    const [x, y] = towards(axis);
    const rest = list.filter(({ along }) => along[0] * x + along[1] * y < Math.SQRT1_2);
    const found = firstHarmonic(rest);
    return !found || found.size < stillTold * size ? 90 : between(found.tilt, tilt);
  });
  return max(...turns);
}

/** The unit vector of a tilt, x to the right, y down. */
export const towards = (tilt: number): [number, number] => [cos((tilt * PI) / 180), -sin((tilt * PI) / 180)];

/** The angle between two tilts, degrees 0..180. */
export const between = (a: number, b: number): number => Math.abs(((((a - b) % 360) + 540) % 360) - 180);
