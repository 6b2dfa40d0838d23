import { evenRaster, isBlank } from '../../pixels/even';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { grow, type Region } from '../../pixels/region';
import { machine, type Machine } from '../machine';
import { copyPadded, sourceOf, vectors, type Source } from '../padded';
import { planBlur, type BlurPlan } from './plan';
import { blurReference, gaussianWeights } from './reference';

export { blurMargin, blurReach } from './plan';

/**
 * Output rows that are worked on at a time, and px of their width: what is between the two passes stays in the cache.
 */
const strip = 96;
const chunk = 512;

/**
 * Gaussian blur of every channel; beyond the border the edge pixel repeats. Within 0.5/255 of the true Gaussian.
 * @param sigma px; 0 or less returns the raster itself
 */
export function gaussianBlur(raster: Raster, sigma: number): Raster {
  const whole = { x: 0, y: 0, width: raster.width, height: raster.height };
  return blurRegion(raster, whole, whole, sigma);
}

/**
 * A part of a blurred raster. With `blurMargin(sigma)` px around it in the raster, it is the same as in any larger
 * raster.
 * @param lying where the raster lies, whole px
 * @param wanted the part wanted, in the same px
 * @param sigma px
 */
export function blurRegion(raster: Raster, lying: Region, wanted: Region, sigma: number): Raster {
  if (!(sigma > 0)) return part(raster, lying, wanted);
  if (isBlank(raster)) return evenRaster(wanted.width, wanted.height, raster.channels, 0);
  const compiled = machine();
  if (!compiled) return blurReference(raster, lying, wanted, sigma);
  const plan = planBlur(sigma);
  const out = emptyRaster(wanted.width, wanted.height, raster.channels);
  if (plan.halvings === 0) directly(compiled, sourceOf(raster, lying), wanted, plan, out);
  else onSmallGrid(compiled, sourceOf(raster, lying), wanted, plan, out);
  return out;
}

function part(raster: Raster, lying: Region, wanted: Region): Raster {
  const same =
    lying.x === wanted.x && lying.y === wanted.y && lying.width === wanted.width && lying.height === wanted.height;
  if (same) return raster;
  const out = emptyRaster(wanted.width, wanted.height, raster.channels);
  copyPadded(sourceOf(raster, lying), wanted, out.data, 0, wanted.width * raster.channels);
  return out;
}

/** Across and then down, a chunk of a strip at a time. */
function directly(
  { calls, arena }: Machine,
  source: Source,
  wanted: Region,
  { sigma, reach }: BlurPlan,
  out: Raster,
): void {
  const { channels } = source;
  const wide = Math.min(wanted.width, channels === 4 ? chunk : chunk * 4);
  const stride = vectors((wide + 2 * reach) * channels);
  const weights = arena.takeFloats(reach + 1);
  const padded = arena.takeFloats(stride * (strip + 2 * reach));
  const across = arena.takeFloats(stride * (strip + 2 * reach));
  const down = arena.takeFloats(stride * strip);
  arena.floats.set(gaussianWeights(sigma, reach), weights >> 2);
  for (let y = 0; y < wanted.height; y += strip) {
    const rows = Math.min(strip, wanted.height - y);
    for (let x = 0; x < wanted.width; x += wide) {
      const columns = Math.min(wide, wanted.width - x);
      const count = vectors(columns * channels);
      copyPadded(
        source,
        grow({ x: wanted.x + x, y: wanted.y + y, width: columns, height: rows }, reach),
        arena.floats,
        padded >> 2,
        stride,
      );
      calls.convolveAcross(
        padded + reach * channels * 4,
        stride,
        across,
        stride,
        count,
        rows + 2 * reach,
        weights,
        reach,
        channels,
      );
      calls.convolveDown(across + reach * stride * 4, stride, down, stride, count, rows, weights, reach);
      copyOut(arena.floats, down >> 2, stride, out, x, y, columns, rows);
    }
  }
}

function copyOut(
  floats: Float32Array,
  from: number,
  stride: number,
  out: Raster,
  x: number,
  y: number,
  columns: number,
  rows: number,
): void {
  const { width, channels, data } = out;
  for (let row = 0; row < rows; row++)
    data.set(
      floats.subarray(from + row * stride, from + row * stride + columns * channels),
      ((y + row) * width + x) * channels,
    );
}

/** First of the four px of the small grid that a px is grown from. */
const firstTap = (at: number, factor: number): number => Math.floor((at - factor / 2) / factor) - 1;

function onSmallGrid(compiled: Machine, source: Source, wanted: Region, plan: BlurPlan, out: Raster): void {
  const { calls, arena } = compiled;
  const { channels } = source;
  const { factor, reach } = plan;
  const [left, top] = [firstTap(wanted.x, factor), firstTap(wanted.y, factor)];
  const small = {
    x: left,
    y: top,
    width: firstTap(wanted.x + wanted.width - 1, factor) + 4 - left,
    height: firstTap(wanted.y + wanted.height - 1, factor) + 4 - top,
  };
  const wide = grow(small, reach);
  const level = halved(compiled, source, wide, plan.halvings);
  const stride = vectors(wide.width * channels);
  const weights = arena.takeFloats(reach + 1);
  const padded = arena.takeFloats(stride * wide.height);
  const across = arena.takeFloats(stride * wide.height);
  const blurred = arena.takeFloats(stride * small.height);
  const phases = arena.takeFloats(4 * factor);
  const outStride = vectors(wanted.width * channels);
  const tall = arena.takeFloats(stride * strip);
  const grown = arena.takeFloats(outStride * strip);
  arena.floats.set(gaussianWeights(plan.sigma, reach), weights >> 2);
  arena.floats.set(splinePhases(factor), phases >> 2);
  level.data = arena.floats;
  copyPadded(level, wide, arena.floats, padded >> 2, stride);
  calls.convolveAcross(
    padded + reach * channels * 4,
    stride,
    across,
    stride,
    vectors(small.width * channels),
    wide.height,
    weights,
    reach,
    channels,
  );
  calls.convolveDown(
    across + reach * stride * 4,
    stride,
    blurred,
    stride,
    vectors(small.width * channels),
    small.height,
    weights,
    reach,
  );
  const place = (at: number): number => (((at + factor / 2) % factor) + factor) % factor;
  for (let y = 0; y < wanted.height; y += strip) {
    const rows = Math.min(strip, wanted.height - y);
    const from = blurred + (firstTap(wanted.y + y, factor) - top) * stride * 4;
    calls.growDown(
      from,
      stride,
      tall,
      stride,
      vectors(small.width * channels),
      rows,
      phases,
      factor,
      place(wanted.y + y),
    );
    calls[channels === 4 ? 'growAcross4' : 'growAcross1'](
      tall,
      stride,
      grown,
      outStride,
      wanted.width,
      rows,
      phases,
      factor,
      place(wanted.x),
    );
    copyOut(arena.floats, grown >> 2, outStride, out, 0, y, wanted.width, rows);
  }
}

/** The four weights of a cubic B-spline for each place between two px of the small grid. */
function splinePhases(factor: number): Float32Array {
  const weights = new Float32Array(4 * factor);
  for (let phase = 0; phase < factor; phase++) {
    const t = (phase + 0.5) / factor;
    weights.set(
      [(1 - t) ** 3 / 6, (3 * t ** 3 - 6 * t ** 2 + 4) / 6, (-3 * t ** 3 + 3 * t ** 2 + 3 * t + 1) / 6, t ** 3 / 6],
      phase * 4,
    );
  }
  return weights;
}

/** A stretch of whole px, `to` not in it. */
interface Stretch {
  from: number;
  to: number;
}

const clampTo = ({ from, to }: Stretch, within: Stretch): Stretch => {
  const start = Math.min(within.to - 1, Math.max(within.from, from));
  return { from: start, to: Math.max(start + 1, Math.min(within.to, to)) };
};

/**
 * Of each grid, from the finest, the px that must be computed so that the last one has all of `wanted`; the rest
 * repeats.
 */
function stretches(source: Stretch, wanted: Stretch, halvings: number): Stretch[] {
  // One px whose taps all lie beyond the border stands for all that lie still further off.
  const reached = [source];
  for (let k = 0; k < halvings; k++)
    reached.push({ from: Math.floor((reached[k].from - 3) / 2), to: Math.ceil((reached[k].to + 1) / 2) + 1 });
  const needed = new Array<Stretch>(halvings + 1);
  needed[halvings] = clampTo(wanted, reached[halvings]);
  for (let k = halvings - 1; k > 0; k--)
    needed[k] = clampTo({ from: 2 * needed[k + 1].from - 2, to: 2 * needed[k + 1].to + 2 }, reached[k]);
  return needed;
}

/** The picture on a grid that has been halved some times, as far as it is needed. */
function halved({ calls, arena }: Machine, source: Source, wanted: Region, halvings: number): Source {
  const { lying, channels } = source;
  const columns = stretches(
    { from: lying.x, to: lying.x + lying.width },
    { from: wanted.x, to: wanted.x + wanted.width },
    halvings,
  );
  const rows = stretches(
    { from: lying.y, to: lying.y + lying.height },
    { from: wanted.y, to: wanted.y + wanted.height },
    halvings,
  );
  const regions = columns.map(
    (across, k) =>
      across && { x: across.from, y: rows[k].from, width: across.to - across.from, height: rows[k].to - rows[k].from },
  );
  const widest = vectors((2 * regions[1].width + 4) * channels + 12);
  const padded = arena.takeFloats(widest * (2 * strip + 4));
  const squat = arena.takeFloats(widest * strip);
  let from = source;
  for (let k = 1; k <= halvings; k++) {
    const region = regions[k];
    const inStride = vectors((2 * region.width + 4) * channels + 12);
    const stride = vectors(region.width * channels);
    const at = arena.takeFloats(stride * region.height);
    if (from !== source) from.data = arena.floats;
    for (let y = 0; y < region.height; y += strip) {
      const count = Math.min(strip, region.height - y);
      copyPadded(
        from,
        { x: 2 * region.x - 2, y: 2 * (region.y + y) - 2, width: 2 * region.width + 4, height: 2 * count + 4 },
        arena.floats,
        padded >> 2,
        inStride,
      );
      calls.halveDown(padded, inStride, squat, inStride, inStride, count);
      calls[channels === 4 ? 'halveAcross4' : 'halveAcross1'](
        squat,
        inStride,
        at + y * stride * 4,
        stride,
        region.width,
        count,
      );
    }
    from = { data: arena.floats, offset: at >> 2, stride, lying: region, channels };
  }
  return from;
}
