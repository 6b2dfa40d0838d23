import { random } from '../../kernels/testing';
import { pictureOf } from '../../testing/pictures';
import type { Picture } from '../../pictures/pyramid';
import { encodeExact } from '../../pixels/transfer';

/** Looked up once: these loops are hot. */
const { cos, floor, log, max, min, PI, round, sqrt } = Math;

/** Gaussian numbers of mean 0 and deviation 1 (Box and Muller 1958). For tests. */
export function gaussians(seed: number): () => number {
  const next = random(seed);
  return () => sqrt(-2 * log(1 - next())) * cos(2 * PI * next());
}

/** A picture from linear light, with grain of a deviation in 1/255 of the encoded value. For tests. */
export function photographed(
  width: number,
  height: number,
  lightAt: (x: number, y: number) => readonly [number, number, number],
  { sigma = 1, seed = 1 } = {},
): Picture {
  const grain = gaussians(seed);
  const bytes = new Uint8Array(width * height * 3);
  for (let i = 0; i < width * height; i++) {
    const own = sigma * grain();
    lightAt(i % width, floor(i / width)).forEach((value, c) => {
      bytes[i * 3 + c] = max(0, min(255, round(encodeExact(max(0, min(1, value))) * 255 + own)));
    });
  }
  return pictureOf(`made-${width}-${height}-${seed}`, { width, height, channels: 3, bytes });
}

/** Lights all around, at three heights: 24 of them. For tests. */
export const lights = [20, 40, 60].flatMap((height) =>
  [0, 45, 90, 135, 180, 225, 270, 315].map((turn) => ({ tilt: turn + height / 4, height })),
);

/** A unit vector towards a light: x to the right, y down, z to the viewer. For tests. */
export function vectorOf({ tilt, height }: { tilt: number; height: number }): [number, number, number] {
  const [a, e] = [(tilt * Math.PI) / 180, (height * Math.PI) / 180];
  return [Math.cos(e) * Math.cos(a), -Math.cos(e) * Math.sin(a), Math.sin(e)];
}

/** The correlation of two lists. For tests. */
export function correlation(a: ArrayLike<number>, b: ArrayLike<number>): { correlation: number; spread: number } {
  const count = a.length;
  let [ma, mb] = [0, 0];
  for (let i = 0; i < count; i++) [ma, mb] = [ma + a[i] / count, mb + b[i] / count];
  let [ab, aa, bb] = [0, 0, 0];
  for (let i = 0; i < count; i++) {
    ab += (a[i] - ma) * (b[i] - mb);
    aa += (a[i] - ma) ** 2;
    bb += (b[i] - mb) ** 2;
  }
  return { correlation: ab / Math.sqrt(aa * bb), spread: Math.sqrt(aa / bb) };
}
