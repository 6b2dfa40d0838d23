import { medianOf, ramp } from '../statistics';
import type { CoarseView } from '../view';

/** Looked up once: these loops are hot. */
const { cos, PI, sin } = Math;

/** Directions that are looked in, and rings around the spot in its own radii. */
const sectors = 16;
const rings = [1.5, 2.4, 4, 6.5];
/** The glow is at least this bright beside the spot, linear; each ring is darker than the one within by this. */
const [leastGlow, fall] = [0.22, 0.985];
/** Rings farther out; so many places of each are looked at, of which this part must lie in the picture. */
const [outer, places, leastSeen] = [[4, 6.5, 10, 15, 22], 48, 0.25];
/** Where it gets lighter again by so much, the spot is the gloss of something darker than what is around: no, and surely. */
const [lighterAgain, surelyLighter] = [1.25, 1.6];

/**
 * Whether light falls off evenly around a place, as around a sun: the part of the directions in which it does, 0..1; and
 * how surely the spot is only the gloss of something that is darker than what lies around it, 0..1.
 */
export function lightAround(
  { width, height, light: { data } }: CoarseView,
  x: number,
  y: number,
  radius: number,
): { falling: number; isGloss: number } {
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
  return {
    falling: ramp(share, 0.4, 0.75),
    isGloss: ramp(lighterBeyond({ width, height, data }, x, y, radius), lighterAgain, surelyLighter),
  };
}

/** How many times as light it is somewhere beyond the darkest ring around a place as on that. */
function lighterBeyond(
  { width, height, data }: { width: number; height: number; data: Float32Array },
  x: number,
  y: number,
  radius: number,
): number {
  const means = outer.flatMap((ring) => {
    let [sum, count] = [0, 0];
    for (let k = 0; k < places; k++) {
      const angle = (2 * PI * k) / places;
      const [column, row] = [Math.floor(x + cos(angle) * ring * radius), Math.floor(y + sin(angle) * ring * radius)];
      if (column < 0 || row < 0 || column >= width || row >= height) continue;
      sum += data[row * width + column];
      count++;
    }
    return count < leastSeen * places ? [] : [sum / count];
  });
  let [darkest, most] = [Infinity, 1];
  for (const mean of means) {
    darkest = Math.min(darkest, Math.max(0.01, mean));
    most = Math.max(most, mean / darkest);
  }
  return most;
}
