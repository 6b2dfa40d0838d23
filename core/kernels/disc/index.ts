import { emptyRaster, type Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';
import { machine, type Machine } from '../machine';
import * as reference from './reference';
import type { Place } from './reference';

/** Looked up once: these loops are hot. */
const { ceil, floor, max, min, sqrt } = Math;

/** How many px of a row, to either side, a disc covers at a distance from its middle; averaged over the row's height. */
function halfWidths(radius: number): number[] {
  const reach = ceil(radius + 0.5);
  const parts = 8;
  return Array.from({ length: 2 * reach + 1 }, (_, i) => {
    let sum = 0;
    for (let k = 0; k < parts; k++) {
      const y = i - reach - 0.5 + (k + 0.5) / parts;
      sum += sqrt(max(0, radius * radius - y * y));
    }
    return sum / parts;
  });
}

/** Sums are kept in single precision: over a smaller disc, px, their rounding would show in 16 bits. */
const leastRadius = 1;

/**
 * A picture blurred as a lens does it: every point becomes an even disc. Rows of running sums, so that its cost grows with
 * the radius alone.
 * @param source one channel or four, as light; what lies beyond it is nothing
 * @param lying where it lies, and @param wanted the part that is wanted, whole px
 * @param radius of the disc, px
 */
export function discOf(source: Raster, lying: Place, wanted: Region, radius: number): Raster {
  const halves = halfWidths(radius);
  const compiled = source.channels === 4 && radius >= leastRadius ? machine() : null;
  return compiled
    ? compiledDisc(compiled, source, lying, wanted, halves)
    : reference.disc(source, lying, wanted, halves);
}

/**
 * The same for four channels by vectors. Running sums go on evenly before and behind a row, so that no place is one at an
 * edge.
 */
function compiledDisc(
  { calls, arena }: Machine,
  { width, height, data }: Raster,
  lying: Place,
  wanted: Region,
  halves: readonly number[],
): Raster {
  const reach = (halves.length - 1) / 2;
  const start = wanted.x - lying.x + 0.5;
  const before = max(0, ceil(reach - start)) + 2;
  const behind = max(0, ceil(start + wanted.width + reach - width)) + 2;
  const stride = before + width + 1 + behind;
  const from = arena.takeFloats(width * 4);
  const sums = arena.takeFloats(stride * height * 4);
  const found = arena.takeFloats(wanted.width * 4);
  for (let y = 0; y < height; y++) {
    arena.floats.set(data.subarray(y * width * 4, (y + 1) * width * 4), from >> 2);
    calls.sumRow(from, sums + y * stride * 16, width, before, behind);
  }
  const out = emptyRaster(wanted.width, wanted.height, 4);
  const area = halves.reduce((sum, half) => sum + 2 * half, 0);
  for (let y = 0; y < wanted.height; y++) {
    const row = y + wanted.y - lying.y;
    arena.floats.fill(0, found >> 2, (found >> 2) + wanted.width * 4);
    for (let k = max(-reach, -row); k <= min(reach, height - 1 - row); k++) {
      const half = halves[k + reach];
      if (half <= 0) continue;
      const [left, right] = [floor(start - half), floor(start + half)];
      const line = sums + (row + k) * stride * 16;
      calls.addSpans(
        line + (before + left) * 16,
        start - half - left,
        line + (before + right) * 16,
        start + half - right,
        found,
        wanted.width,
      );
    }
    calls.scale(found, 1 / area, wanted.width);
    out.data.set(arena.floats.subarray(found >> 2, (found >> 2) + wanted.width * 4), y * wanted.width * 4);
  }
  return out;
}
