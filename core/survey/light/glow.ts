import { medianOf } from '../statistics';
import type { CoarseView } from '../view';

/** Looked up once: these loops are hot. */
const { cos, PI, sin } = Math;

/** Directions that are looked in, and rings around the spot in its own radii. */
const sectors = 16;
const rings = [1.5, 2.4, 4, 6.5];
/** The glow is at least this bright beside the spot, linear; each ring is darker than the one within by this. */
const [leastGlow, fall] = [0.22, 0.985];

/** Whether light falls off evenly around a place, as around a sun: the part of the directions in which it does, 0..1. */
export function lightAround(
  { width, height, light: { data } }: CoarseView,
  x: number,
  y: number,
  radius: number,
): number {
  let [falling, seen] = [0, 0];
  for (let sector = 0; sector < sectors; sector++) {
    const angle = (2 * PI * (sector + 0.5)) / sectors;
    const values: number[] = [];
    for (const ring of rings) {
      // A few places of the ring: a blade of grass in between is no end of the glow.
      const some: number[] = [];
      for (const turn of [-0.14, -0.05, 0.05, 0.14]) {
        for (const far of [0.92, 1.08]) {
          const column = Math.floor(x + cos(angle + turn) * ring * far * radius);
          const row = Math.floor(y + sin(angle + turn) * ring * far * radius);
          if (column >= 0 && row >= 0 && column < width && row < height) some.push(data[row * width + column]);
        }
      }
      if (some.length > 0) values.push(medianOf(some));
    }
    if (values.length < 3) continue;
    seen++;
    if (values[0] > leastGlow && values.every((value, i) => i === 0 || value < fall * values[i - 1])) falling++;
  }
  const share = seen < sectors / 3 ? 0 : falling / seen;
  return Math.min(1, Math.max(0, (share - 0.4) / 0.35));
}
