import { emptyRaster, type Raster } from '../../pixels/raster';

/** A straight piece of edge: a place on it, the direction inwards, and half its length. */
interface Seed {
  x: number;
  y: number;
  inX: number;
  inY: number;
  half: number;
}

/** Closer than this to empty or full, a px is that: sums of areas are not exact. */
const grain = 1 / 1024;

/**
 * The plain reference implementation: seeds as in the kernel, and every px asks all that can be nearest, in growing
 * rings.
 */
export function distanceReference(cover: Raster): Raster {
  const { width, height, data } = cover;
  const out = emptyRaster(width, height, 1);
  const at = (x: number, y: number): number => {
    const area = data[Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x))];
    if (area < grain) return 0;
    return area > 1 - grain ? 1 : area;
  };
  const seeds = new Map<number, Seed>();
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) if (isCrossed(at, x, y)) seeds.set(y * width + x, seedAt(at, x, y));
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const distance = nearest(seeds, width, height, x, y);
      out.data[y * width + x] = data[y * width + x] >= 0.5 ? distance : -distance;
    }
  }
  return out;
}

type Reader = (x: number, y: number) => number;

function isCrossed(at: Reader, x: number, y: number): boolean {
  const area = at(x, y);
  if (area > 0 && area < 1) return true;
  return area >= 1 && (at(x - 1, y) <= 0 || at(x + 1, y) <= 0 || at(x, y - 1) <= 0 || at(x, y + 1) <= 0);
}

function seedAt(at: Reader, x: number, y: number): Seed {
  let inX =
    Math.SQRT1_2 * (at(x + 1, y - 1) + at(x + 1, y + 1) - at(x - 1, y - 1) - at(x - 1, y + 1)) +
    at(x + 1, y) -
    at(x - 1, y);
  let inY =
    Math.SQRT1_2 * (at(x - 1, y + 1) + at(x + 1, y + 1) - at(x - 1, y - 1) - at(x + 1, y - 1)) +
    at(x, y + 1) -
    at(x, y - 1);
  const length = Math.hypot(inX, inY);
  if (length > 0) [inX, inY] = [inX / length, inY / length];
  const offset = offsetOf(Math.max(Math.abs(inX), Math.abs(inY)), Math.min(Math.abs(inX), Math.abs(inY)), at(x, y));
  const steep = Math.max(Math.abs(inX), Math.abs(inY));
  return { x: x + inX * offset, y: y + inY * offset, inX, inY, half: steep > 0 ? 0.3 / steep : 0 };
}

/** How far a straight edge of this slope lies from the px' centre (Gustavson and Strand 2011). */
function offsetOf(large: number, small: number, area: number): number {
  if (small === 0) return 0.5 - area;
  const corner = (0.5 * small) / large;
  if (area < corner) return 0.5 * (large + small) - Math.sqrt(2 * large * small * area);
  if (area <= 1 - corner) return (0.5 - area) * large;
  return Math.sqrt(2 * large * small * (1 - area)) - 0.5 * (large + small);
}

function nearest(seeds: Map<number, Seed>, width: number, height: number, x: number, y: number): number {
  let best = Infinity;
  for (let ring = 0; ring <= Math.max(width, height) && ring - 2 <= best; ring++) {
    for (let dy = -ring; dy <= ring; dy++) {
      const step = Math.abs(dy) === ring ? 1 : 2 * ring || 1;
      for (let dx = -ring; dx <= ring; dx += step) {
        if (x + dx < 0 || x + dx >= width || y + dy < 0 || y + dy >= height) continue;
        const seed = seeds.get((y + dy) * width + x + dx);
        if (seed) best = Math.min(best, reach(seed, x, y));
      }
    }
  }
  return best;
}

function reach({ x: seedX, y: seedY, inX, inY, half }: Seed, x: number, y: number): number {
  const [dx, dy] = [x - seedX, y - seedY];
  if (half === 0) return Math.hypot(dx, dy);
  return Math.hypot(dx * inX + dy * inY, Math.max(0, Math.abs(dx * inY - dy * inX) - half));
}
