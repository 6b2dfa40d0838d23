import { emptyRaster, type Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';

/** Looked up once: these loops are hot. */
const { floor, max, min } = Math;

/** Where a raster begins, whole px. */
export type Place = Pick<Region, 'x' | 'y'>;

/** @see discOf */
export function disc(source: Raster, lying: Place, wanted: Region, halves: readonly number[]): Raster {
  const { width, height, channels, data } = source;
  const out = emptyRaster(wanted.width, wanted.height, channels);
  const reach = (halves.length - 1) / 2;
  const area = halves.reduce((sum, half) => sum + 2 * half, 0);
  const stride = (width + 1) * channels;
  const sums = new Float64Array(stride * height);
  for (let y = 0; y < height; y++)
    for (let x = 0, at = y * width * channels, to = y * stride; x < width * channels; x++, at++, to++)
      sums[to + channels] = sums[to] + data[at];
  /** The sum of a row up to a place between px. */
  const upTo = (row: number, place: number, c: number): number => {
    const inside = min(width, max(0, place));
    const whole = floor(inside);
    const at = row * stride + whole * channels + c;
    return whole >= width ? sums[at] : sums[at] + (inside - whole) * (sums[at + channels] - sums[at]);
  };
  const span = wanted.width * channels;
  const found = new Float64Array(span);
  const start = wanted.x - lying.x + 0.5;
  for (let y = 0; y < wanted.height; y++) {
    const row = y + wanted.y - lying.y;
    found.fill(0);
    for (let k = max(-reach, -row); k <= min(reach, height - 1 - row); k++) {
      const half = halves[k + reach];
      if (half <= 0) continue;
      // In the middle of a row both ends lie in the picture, and move on by one px with each place.
      const [left, right] = [floor(start - half), floor(start + half)];
      const [leftShare, rightShare] = [start - half - left, start + half - right];
      const from = min(wanted.width, max(0, -left));
      const to = max(from, min(wanted.width, width - right));
      for (let x = 0; x < wanted.width; x++) {
        if (x === from) x = to;
        if (x >= wanted.width) break;
        const middle = x + start;
        for (let c = 0; c < channels; c++)
          found[x * channels + c] += upTo(row + k, middle + half, c) - upTo(row + k, middle - half, c);
      }
      const [before, after] = [(row + k) * stride + left * channels, (row + k) * stride + right * channels];
      for (let j = from * channels; j < to * channels; j++) {
        const [a, b] = [before + j, after + j];
        found[j] +=
          sums[b] + rightShare * (sums[b + channels] - sums[b]) - sums[a] - leftShare * (sums[a + channels] - sums[a]);
      }
    }
    for (let j = 0, at = y * span; j < span; j++, at++) out.data[at] = found[j] / area;
  }
  return out;
}
