import { emptyRaster, type Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';

/** Looked up once: the loops are hot. */
const { ceil, floor, max, min, sqrt } = Math;

/** Writes the light of a px, whole output px, to where its channels begin. */
export type PixelLight = (x: number, y: number, to: Float32Array, at: number) => void;

/** Light that is worked out in every px. */
export function everywhere(region: Region, lightAt: PixelLight): Raster {
  const out = emptyRaster(region.width, region.height, 4);
  for (let y = 0, at = 0; y < region.height; y++)
    for (let x = 0; x < region.width; x++, at += 4) lightAt(region.x + x, region.y + y, out.data, at);
  return out;
}

/** Light that is worked out at every so many px, the same ones for every region, and bilinear between them. */
export function betweenPlaces(region: Region, step: number, lightAt: PixelLight): Raster {
  const [left, top] = [floor(region.x / step), floor(region.y / step)];
  const columns = ceil((region.x + region.width) / step) - left + 1;
  const rows = ceil((region.y + region.height) / step) - top + 1;
  const known = new Float32Array(columns * rows * 4);
  for (let y = 0, at = 0; y < rows; y++)
    for (let x = 0; x < columns; x++, at += 4) lightAt((left + x) * step, (top + y) * step, known, at);
  return spread(known, columns, { left, top, step }, region);
}

/** @param known four values a place, `columns` in a row */
function spread(
  known: Float32Array,
  columns: number,
  { left, top, step }: { left: number; top: number; step: number },
  region: Region,
): Raster {
  const out = emptyRaster(region.width, region.height, 4);
  const { data } = out;
  const run = columns * 4;
  const places = Int32Array.from({ length: region.width }, (_, x) => (floor((region.x + x) / step) - left) * 4);
  const shares = Float32Array.from(
    { length: region.width },
    (_, x) => (region.x + x) / step - floor((region.x + x) / step),
  );
  for (let y = 0, at = 0; y < region.height; y++) {
    const row = floor((region.y + y) / step);
    const down = (region.y + y) / step - row;
    const start = (row - top) * run;
    for (let x = 0; x < region.width; x++, at += 4) {
      const across = shares[x];
      const from = start + places[x];
      for (let c = 0; c < 3; c++) {
        const k = from + c;
        const above = known[k] + (known[k + 4] - known[k]) * across;
        const below = known[k + run] + (known[k + run + 4] - known[k + run]) * across;
        data[at + c] = above + (below - above) * down;
      }
    }
  }
  return out;
}

/** Works out px by px what lies around a place, output px; in place. */
export function refine(
  out: Raster,
  region: Region,
  [cx, cy]: readonly [number, number],
  reach: number,
  lightAt: PixelLight,
): void {
  for (let y = 0; y < region.height; y++) {
    const dy = region.y + y - cy;
    const square = reach * reach - dy * dy;
    if (square <= 0) continue;
    const half = sqrt(square);
    const first = max(0, ceil(cx - half) - region.x);
    const last = min(region.width - 1, floor(cx + half) - region.x);
    for (let x = first; x <= last; x++) lightAt(region.x + x, region.y + y, out.data, (y * region.width + x) * 4);
  }
}
