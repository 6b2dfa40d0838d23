import { gaussianBlur } from '../../kernels/blur';
import type { CoarseView } from '../view';

/** Looked up once: these loops are hot. */
const { floor, hypot, max } = Math;

/** A place on an edge, px of the view. */
export interface StrongEdge {
  x: number;
  y: number;
  /** Unit vector across it, towards the light side. */
  across: readonly [number, number];
  strength: number;
}

/** The picture is looked through in so many cells along the longer side; each gives so many edges. */
const [cells, eachGives] = [28, 2];
/** A weaker step of encoded brightness each px is no edge. */
const leastStrength = 0.012;
const border = 4;

/** The strongest edges, evenly spread: maxima of the gradient across themselves (Canny 1986). */
export function strongEdges({ width, height, lab }: CoarseView): StrongEdge[] {
  const { data } = gaussianBlur({ width, height, channels: 1, data: lab[0] }, 1);
  const cell = max(8, max(width, height) / cells);
  const columns = Math.ceil(width / cell);
  const best = new Map<number, StrongEdge[]>();
  const gradient = (i: number): [number, number] => [
    (data[i + 1] - data[i - 1]) / 2,
    (data[i + width] - data[i - width]) / 2,
  ];
  const strengthAt = (i: number): number => hypot(...gradient(i));
  for (let y = border; y < height - border; y++) {
    for (let x = border; x < width - border; x++) {
      const i = y * width + x;
      const dx = (data[i + 1] - data[i - 1]) / 2;
      const dy = (data[i + width] - data[i - width]) / 2;
      const strength = hypot(dx, dy);
      if (strength < leastStrength) continue;
      const place = floor(y / cell) * columns + floor(x / cell);
      const own = best.get(place) ?? [];
      if (own.length === eachGives && own[eachGives - 1].strength >= strength) continue;
      const across: [number, number] = [dx / strength, dy / strength];
      const [sx, sy] = [Math.round(across[0]), Math.round(across[1])];
      const step = sy * width + sx;
      if (strengthAt(i + step) > strength || strengthAt(i - step) > strength) continue;
      // Two of a cell are not the same edge.
      const apart = own.filter((other) => hypot(other.x - x, other.y - y) > cell / 3 || other.strength > strength);
      if (apart.some((other) => hypot(other.x - x - 0.5, other.y - y - 0.5) <= cell / 3)) continue;
      apart.push({ x: x + 0.5, y: y + 0.5, across, strength });
      best.set(place, apart.sort((a, b) => b.strength - a.strength).slice(0, eachGives));
    }
  }
  return [...best.values()].flat();
}
