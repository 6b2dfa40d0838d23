import type { Lab } from './presses';

export type Triple = [number, number, number];

/** White of the profile connection space (ICC.1:2022, 6.3.4.3). */
export const d50: Readonly<Triple> = [0.9642, 1, 0.8249];

const edge = 6 / 29;

/** CIE 1976 L*a*b* of X, Y, Z (CIE 15:2018, 8.2.1). */
export function toLab(x: number, y: number, z: number, out: Triple): void {
  const [fx, fy, fz] = [curved(x / d50[0]), curved(y / d50[1]), curved(z / d50[2])];
  out[0] = 116 * fy - 16;
  out[1] = 500 * (fx - fy);
  out[2] = 200 * (fy - fz);
}

const curved = (t: number): number => (t > edge * edge * edge ? Math.cbrt(t) : t / (3 * edge * edge) + 4 / 29);
const straight = (f: number): number => (f > edge ? f * f * f : 3 * edge * edge * (f - 4 / 29));

/** And the way back. */
export function fromLab([l, a, b]: Lab): Triple {
  const fy = (l + 16) / 116;
  return [d50[0] * straight(fy + a / 500), d50[1] * straight(fy), d50[2] * straight(fy - b / 200)];
}
