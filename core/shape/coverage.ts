import { emptyRaster, type Raster } from '../pixels/raster';
import type { Region } from '../pixels/region';
import type { Point } from './affine';

/**
 * Exact area coverage of closed polygons by accumulating signed areas: every edge adds, in each row that it crosses,
 * the area to its right; a running sum along the row then gives the covered part of each pixel.
 * Contours that overlap in the same direction merge without a seam; opposite directions cut holes.
 * @param polygons closed, in the px of `region`'s plane
 * @param region whole px
 * @returns one channel, 0..1
 */
export function coverage(polygons: readonly (readonly Point[])[], region: Region): Raster {
  const { width, height } = region;
  const stride = width + 2;
  const sums = new Float32Array(stride * height);
  for (const polygon of polygons) {
    for (let i = 0; i < polygon.length; i++) {
      const from = polygon[i];
      const to = polygon[(i + 1) % polygon.length];
      addEdge(sums, stride, width, height, from[0] - region.x, from[1] - region.y, to[0] - region.x, to[1] - region.y);
    }
  }
  const out = emptyRaster(width, height, 1);
  for (let y = 0; y < height; y++) {
    let sum = 0;
    for (let x = 0; x < width; x++) {
      sum += sums[y * stride + x];
      const area = Math.abs(sum);
      out.data[y * width + x] = area < 1e-5 ? 0 : Math.min(1, area);
    }
  }
  return out;
}

function addEdge(
  sums: Float32Array,
  stride: number,
  width: number,
  height: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
): void {
  if (y0 === y1) return;
  const direction = y0 < y1 ? 1 : -1;
  if (direction < 0) [x0, y0, x1, y1] = [x1, y1, x0, y0];
  if (y1 <= 0 || y0 >= height) return;
  const slope = (x1 - x0) / (y1 - y0);
  if (y0 < 0) [x0, y0] = [x0 - y0 * slope, 0];
  if (y1 > height) [x1, y1] = [x1 - (y1 - height) * slope, height];
  // Left of the region an edge counts as an upright one at its border; right of it, not at all. Split where it crosses.
  splitAt(0, x0, y0, x1, y1, slope, (ax, ay, bx, by) => {
    if (ax <= 0 && bx <= 0) return addInside(sums, stride, direction, 0, ay, 0, by);
    splitAt(width, ax, ay, bx, by, slope, (cx, cy, dx, dy) => {
      if (cx < width || dx < width) addInside(sums, stride, direction, cx, cy, dx, dy);
    });
  });
}

function splitAt(
  border: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
  slope: number,
  add: (x0: number, y0: number, x1: number, y1: number) => void,
): void {
  if (x0 < border === x1 < border) return add(x0, y0, x1, y1);
  const y = Math.min(y1, Math.max(y0, y0 + (border - x0) / slope));
  add(x0, y0, border, y);
  add(border, y, x1, y1);
}

/** An edge that runs down and lies within the columns of the region. */
function addInside(
  sums: Float32Array,
  stride: number,
  direction: number,
  x0: number,
  y0: number,
  x1: number,
  y1: number,
): void {
  if (y1 <= y0) return;
  const slope = (x1 - x0) / (y1 - y0);
  let x = x0;
  const lastRow = Math.ceil(y1);
  for (let row = Math.floor(y0); row < lastRow; row++) {
    const part = Math.min(row + 1, y1) - Math.max(row, y0);
    const next = x + slope * part;
    addRow(sums, row * stride, direction * part, Math.max(0, Math.min(x, next)), Math.max(0, x, next));
    x = next;
  }
}

/** Spreads the signed height `drop` of an edge that runs from `left` to `right` within one row. */
function addRow(sums: Float32Array, row: number, drop: number, left: number, right: number): void {
  const first = Math.floor(left);
  const end = Math.ceil(right);
  if (end <= first + 1) {
    const middle = 0.5 * (left + right) - first;
    sums[row + first] += drop * (1 - middle);
    sums[row + first + 1] += drop * middle;
    return;
  }
  // The edge crosses several columns: the area to its right grows as a parabola, a line, a parabola.
  const perColumn = 1 / (right - left);
  const inFirst = first + 1 - left;
  const areaFirst = 0.5 * perColumn * inFirst * inFirst;
  sums[row + first] += drop * areaFirst;
  const inLast = right - end + 1;
  const areaLast = 0.5 * perColumn * inLast * inLast;
  if (end === first + 2) {
    sums[row + first + 1] += drop * (1 - areaFirst - areaLast);
  } else {
    const areaSecond = perColumn * (1.5 - (left - first));
    sums[row + first + 1] += drop * (areaSecond - areaFirst);
    for (let column = first + 2; column < end - 1; column++) sums[row + column] += drop * perColumn;
    const areaBefore = areaSecond + (end - first - 3) * perColumn;
    sums[row + end - 1] += drop * (1 - areaBefore - areaLast);
  }
  sums[row + end] += drop * areaLast;
}
