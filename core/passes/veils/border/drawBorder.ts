import { coverage } from '../../../shape/coverage';
import type { Point } from '../../../shape/affine';
import type { CleanLine } from './refine';

/** Looked up once: these loops are hot. */
const { min, max, floor, ceil, exp, hypot, round } = Math;

/** Rows that are drawn at once: a bound for memory. */
const rowsAtOnce = 256;
/** Blurs reach so many sigmas. */
const reach = 2.6;
/** Less than this is no blur, px. */
const leastSigma = 0.22;

/**
 * Draws a matte from clean borders: exact coverage, blurred along each border as softly as the photograph is there.
 * @returns one channel, 0..255
 */
export function drawBorder(lines: readonly CleanLine[], width: number, height: number): Uint8Array {
  const out = new Uint8Array(width * height);
  const softest = lines.reduce((most, { sigmas }) => sigmas.reduce((a, b) => max(a, b), most), 0);
  const margin = ceil(softest * reach) + 1;
  const spans = lines.map(({ points }) => spanOf(points));
  for (let top = 0; top < height; top += rowsAtOnce) {
    const rows = min(rowsAtOnce, height - top);
    const region = { x: -margin, y: top - margin, width: width + 2 * margin, height: rows + 2 * margin };
    const near = lines.filter((_, i) => spans[i][1] >= region.y && spans[i][0] <= region.y + region.height);
    if (near.length === 0) continue;
    const cover = coverage(
      near.map(({ points }) => points),
      region,
    );
    const sigmas = sigmasNear(near, width, top, rows, margin);
    for (let y = 0, i = 0; y < rows; y++) {
      for (let x = 0; x < width; x++, i++) {
        const sigma = sigmas[i];
        const at = (y + margin) * region.width + x + margin;
        const value = sigma < leastSigma ? cover.data[at] : blurredAt(cover.data, region.width, at, sigma);
        out[(top + y) * width + x] = round(min(1, value) * 255);
      }
    }
  }
  return out;
}

function spanOf(points: readonly Point[]): [number, number] {
  let [top, bottom] = [Infinity, -Infinity];
  for (const [, y] of points) [top, bottom] = [min(top, y), max(bottom, y)];
  return [top, bottom];
}

/** For the px of some rows the sigma of the nearest place of a border; 0 where none is near. */
function sigmasNear(
  lines: readonly CleanLine[],
  width: number,
  top: number,
  rows: number,
  margin: number,
): Float32Array {
  const out = new Float32Array(width * rows);
  const nearest = new Float32Array(width * rows).fill(Infinity);
  for (const { points, sigmas } of lines) {
    points.forEach(([x, y], k) => {
      if (y < top - margin || y > top + rows + margin) return;
      const span = ceil(reach * sigmas[k]) + 1;
      const [left, right] = [max(0, floor(x) - span), min(width - 1, floor(x) + span)];
      for (let v = max(0, floor(y) - top - span); v <= min(rows - 1, floor(y) - top + span); v++) {
        for (let u = left; u <= right; u++) {
          const distance = hypot(u + 0.5 - x, v + top + 0.5 - y);
          const at = v * width + u;
          if (distance > span || distance >= nearest[at]) continue;
          nearest[at] = distance;
          out[at] = sigmas[k];
        }
      }
    });
  }
  return out;
}

/** One value of a Gaussian blur. */
function blurredAt(data: Float32Array, stride: number, at: number, sigma: number): number {
  const span = ceil(reach * sigma);
  const falling = -0.5 / (sigma * sigma);
  let [sum, weights] = [0, 0];
  for (let v = -span; v <= span; v++) {
    for (let u = -span; u <= span; u++) {
      const weight = exp((u * u + v * v) * falling);
      sum += weight * data[at + v * stride + u];
      weights += weight;
    }
  }
  return sum / weights;
}
