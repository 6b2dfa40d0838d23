import { evenRaster, evenValue } from './even';
import { emptyRaster, type Raster } from './raster';
import type { Region } from './region';

/** Looked up once: these loops are hot. */
const { min, max, abs, floor, ceil, cos, sin, PI } = Math;

/** So many places of a circle are looked at. */
const places = 16;
const circle = Array.from({ length: places }, (_, k) => {
  const turn = (k / places) * 2 * PI;
  return [cos(turn), sin(turn)] as const;
});

/** How far around a region the matte must be known, px. */
export const growMargin = (amount: number): number => (amount === 0 ? 0 : ceil(abs(amount)) + 2);

/**
 * Moves the border of a matte outwards or inwards by a fraction of a px or more, its softness kept: the most, or the
 * least, of what lies in a disc (grey-scale dilation and erosion: Serra 1982), read between px.
 * @param matte one channel, lying at `region` grown by `growMargin`
 * @param amount px; below 0 it shrinks
 */
export function growBorder(matte: Raster, region: Region, amount: number): Raster {
  return moveBorder(matte, region, () => amount, amount);
}

/**
 * The same by an amount of its own for each px.
 * @param matte lying at `region` grown by `growMargin` of the largest amount, whatever its sign
 * @param amounts px of each px of the region
 */
export function growBorderBy(matte: Raster, region: Region, amounts: Float32Array, largest: number): Raster {
  return moveBorder(matte, region, (i) => amounts[i], largest);
}

/** What moves the border by less than this, px, moves nothing. */
const still = 1e-3;

function moveBorder(matte: Raster, region: Region, amountAt: (i: number) => number, largest: number): Raster {
  const even = evenValue(matte);
  if (even !== null) return evenRaster(region.width, region.height, 1, even);
  const margin = growMargin(largest);
  const out = emptyRaster(region.width, region.height, 1);
  const { data, width } = matte;
  // Most px are moved as far as the one before.
  let [amount, disc]: [number, Step[]] = [0, []];
  for (let y = 0, i = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++, i++) {
      const wanted = amountAt(i);
      if (wanted !== amount) [amount, disc] = [wanted, abs(wanted) < still ? [] : discOf(wanted, width)];
      out.data[i] = extremeOf(data, width, (y + margin) * width + x + margin, amount, disc);
    }
  }
  return out;
}

/** A place of a disc: the px to its upper left, from the middle, and how far it lies beyond that. */
interface Step {
  at: number;
  s: number;
  t: number;
}

/** @param width of the matte that it is laid on */
function discOf(amount: number, width: number): Step[] {
  const rings = max(1, ceil(abs(amount)));
  return Array.from({ length: rings }, (_, k) => ((k + 1) * abs(amount)) / rings).flatMap((radius) =>
    circle.map(([across, down]) => {
      const [u, v] = [across * radius, down * radius];
      const [left, top] = [floor(u), floor(v)];
      return { at: top * width + left, s: u - left, t: v - top };
    }),
  );
}

/** The most of what lies in a disc, or for an amount below 0 the least. */
function extremeOf(data: Float32Array, width: number, here: number, amount: number, disc: readonly Step[]): number {
  const better = amount > 0 ? max : min;
  const full = amount > 0 ? 1 : 0;
  let value = data[here];
  for (const { at, s, t } of disc) {
    if (value === full) break;
    const from = here + at;
    const above = data[from] + (data[from + 1] - data[from]) * s;
    const below = data[from + width] + (data[from + width + 1] - data[from + width]) * s;
    value = better(value, above + (below - above) * t);
  }
  return value;
}
