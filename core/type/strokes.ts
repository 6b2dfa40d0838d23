import type { Raster } from '../pixels/raster';

/** How thick strokes are, px. */
export interface StrokeWidths {
  /** The 5th percentile: the finest detail that takes up room. */
  thin: number;
  /** The median over the ink. */
  typical: number;
}

const half = 0.5;

/**
 * How thick the strokes of a shape are: at each inked px the shortest of the four straight runs of ink through it
 * (level,
 * upright and along both diagonals).
 * @param cover one channel, 0..1
 * @returns null without ink
 */
export function strokeWidths({ width, height, data }: Raster): StrokeWidths | null {
  const inked = (x: number, y: number): boolean =>
    x >= 0 && y >= 0 && x < width && y < height && data[y * width + x] >= half;
  const shortest = new Float32Array(width * height).fill(Infinity);
  const runsAlong = (dx: number, dy: number, starts: [number, number][]): void => {
    const step = Math.hypot(dx, dy);
    for (const [x0, y0] of starts) {
      for (let x = x0, y = y0, run = 0; ; x += dx, y += dy) {
        if (inked(x, y)) {
          run++;
          continue;
        }
        for (let back = 1; back <= run; back++) {
          const at = (y - dy * back) * width + x - dx * back;
          shortest[at] = Math.min(shortest[at], run * step);
        }
        run = 0;
        if (x < 0 || y < 0 || x >= width || y >= height) break;
      }
    }
  };
  const rows = Array.from({ length: height }, (_, y): [number, number] => [0, y]);
  const columns = Array.from({ length: width }, (_, x): [number, number] => [x, 0]);
  runsAlong(1, 0, rows);
  runsAlong(0, 1, columns);
  runsAlong(1, 1, [...rows, ...columns.slice(1)]);
  runsAlong(-1, 1, [...columns, ...rows.slice(1).map(([, y]): [number, number] => [width - 1, y])]);
  const found = [...shortest].filter((value) => value !== Infinity).sort((a, b) => a - b);
  if (found.length === 0) return null;
  return { thin: found[Math.floor(found.length * 0.05)], typical: found[Math.floor(found.length / 2)] };
}
