import type { Level } from './level';
import { decodeByte } from './transfer';

/** L (0..1), a and b of Oklab (Ottosson 2020), a plane each. */
export type OklabPlanes = [Float32Array, Float32Array, Float32Array];

const steps = 16384;
/** Cube roots of 0..1; below the first steps they are worked out. */
const roots = Float32Array.from({ length: steps + 2 }, (_, i) => Math.cbrt(i / steps));

function cubeRoot(value: number): number {
  if (value < 0.01) return Math.cbrt(value);
  const at = Math.min(1, value) * steps;
  const index = at | 0;
  return roots[index] + (roots[index + 1] - roots[index]) * (at - index);
}

/** The Oklab planes of stored encoded sRGB pixels; a matte is grey, alpha is left out. Error below 1e-5. */
export function oklabPlanes({ width, height, channels, bytes }: Level): OklabPlanes {
  const count = width * height;
  const planes: OklabPlanes = [new Float32Array(count), new Float32Array(count), new Float32Array(count)];
  const [lightness, a, b] = planes;
  const [green, blue] = channels === 1 ? [0, 0] : [1, 2];
  for (let i = 0, at = 0; i < count; i++, at += channels) {
    const R = decodeByte[bytes[at]];
    const G = decodeByte[bytes[at + green]];
    const B = decodeByte[bytes[at + blue]];
    const l = cubeRoot(0.4122214708 * R + 0.5363325363 * G + 0.0514459929 * B);
    const m = cubeRoot(0.2119034982 * R + 0.6806995451 * G + 0.1073969566 * B);
    const s = cubeRoot(0.0883024619 * R + 0.2817188376 * G + 0.6299787005 * B);
    lightness[i] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
    a[i] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
    b[i] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
  }
  return planes;
}
