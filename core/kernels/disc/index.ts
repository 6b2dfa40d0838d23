import { emptyRaster, type Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';
import { machine, type Machine } from '../machine';
import { vectors } from '../padded';
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

/** Up to this radius, px, each px of a disc is weighed by itself: sums in single precision would round too much. */
const mostWeighed = 3;

/**
 * A picture blurred as a lens does it: every point becomes an even disc. Rows of running sums, so that its cost grows with
 * the radius alone.
 * @param source one channel or four, as light; what lies beyond it is nothing
 * @param lying where it lies, and @param wanted the part that is wanted, whole px
 * @param radius of the disc, px
 */
export function discOf(source: Raster, lying: Place, wanted: Region, radius: number): Raster {
  const halves = halfWidths(radius);
  const isWeighed = radius <= mostWeighed;
  const compiled = source.channels === 4 || isWeighed ? machine() : null;
  if (!compiled) return reference.disc(source, lying, wanted, halves);
  return (isWeighed ? weighedDisc : compiledDisc)(compiled, source, lying, wanted, halves);
}

/** A small disc by the weights of its px: how much of each it covers. */
function weighedDisc(
  { calls, arena }: Machine,
  { width, height, channels, data }: Raster,
  lying: Place,
  wanted: Region,
  halves: readonly number[],
): Raster {
  const taps = halves.length;
  const reach = (taps - 1) / 2;
  const area = halves.reduce((sum, half) => sum + 2 * half, 0);
  const run = wanted.width * channels;
  const stride = vectors((wanted.width + 2 * reach) * channels) + 16;
  const rows = wanted.height + 2 * reach;
  const held = arena.takeFloats(stride * rows);
  const weights = arena.takeFloats(taps * taps);
  const found = arena.takeFloats(vectors(run));
  const { floats } = arena;
  halves.forEach((half, k) => {
    for (let i = 0; i < taps; i++)
      floats[(weights >> 2) + k * taps + i] = max(0, min(i - reach + 0.5, half) - max(i - reach - 0.5, -half)) / area;
  });
  floats.fill(0, held >> 2, (held >> 2) + stride * rows);
  // What of each row lies in the picture.
  const left = wanted.x - reach - lying.x;
  const [first, last] = [max(0, left), min(width, left + wanted.width + 2 * reach)];
  for (let row = 0; row < rows; row++) {
    const y = wanted.y - reach - lying.y + row;
    if (y < 0 || y >= height || last <= first) continue;
    floats.set(
      data.subarray((y * width + first) * channels, (y * width + last) * channels),
      (held >> 2) + row * stride + (first - left) * channels,
    );
  }
  const out = emptyRaster(wanted.width, wanted.height, channels);
  for (let y = 0; y < wanted.height; y++) {
    floats.fill(0, found >> 2, (found >> 2) + vectors(run));
    for (let k = 0; k < taps; k++)
      calls.addTaps(held + (y + k) * stride * 4, channels * 4, weights + k * taps * 4, taps, found, vectors(run));
    out.data.set(floats.subarray(found >> 2, (found >> 2) + run), y * run);
  }
  return out;
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
