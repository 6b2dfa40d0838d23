import { emptyRaster, type Raster } from '../../pixels/raster';
import { grow, type Region } from '../../pixels/region';
import type { Homography } from '../../shape/homography';
import { machine, type Machine } from '../machine';
import { copyPadded, sourceOf, vectors } from '../padded';
import type { Border, Sampling } from './sampling';
import { sampleReference } from './reference';

export type { Border, Sampling } from './sampling';

/** Looked up once: these loops are hot. */
const { ceil, floor, max, min } = Math;

/** Px added around the source, so that every tap of a place that is not wholly outside finds one. */
const margin = 4;
/** Output px that are worked on at a time. */
const batch = 16384;

interface Prepared extends Machine {
  channels: number;
  cubic: number;
  from: number;
  stride: number;
  maxX: number;
  maxY: number;
  /** What is added to places of the source, so that they are places of what was copied. */
  shiftX: number;
  shiftY: number;
}

/** The least box around places, source px. */
interface Span {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

const nowhere: Span = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
const everywhere: Span = { left: -Infinity, top: -Infinity, right: Infinity, bottom: Infinity };

/** The part of a source that places in a box read, with all of their taps. */
function partRead({ width, height }: Raster, { left, top, right, bottom }: Span): Region {
  const x = min(width - 1, max(0, floor(left) - margin));
  const y = min(height - 1, max(0, floor(top) - margin));
  return {
    x,
    y,
    width: max(x + 1, min(width, ceil(right) + margin)) - x,
    height: max(y + 1, min(height, ceil(bottom) + margin)) - y,
  };
}

/** Copies what is read of the source, with a margin, to where the kernel reads it. */
function prepare(compiled: Machine, source: Raster, sampling: Sampling, border: Border, span: Span): Prepared {
  const { arena } = compiled;
  const { channels } = source;
  const part = partRead(source, span);
  const { width, height } = part;
  const stride = vectors((width + 2 * margin) * channels);
  const from = arena.takeFloats(stride * (height + 2 * margin));
  if (border === 'repeat')
    copyPadded(
      sourceOf(source, { x: 0, y: 0, width: source.width, height: source.height }),
      grow(part, margin),
      arena.floats,
      from >> 2,
      stride,
    );
  else {
    arena.floats.fill(0, from >> 2, (from >> 2) + stride * (height + 2 * margin));
    for (let y = 0; y < height; y++) {
      const row = ((part.y + y) * source.width + part.x) * channels;
      arena.floats.set(
        source.data.subarray(row, row + width * channels),
        (from >> 2) + (y + margin) * stride + margin * channels,
      );
    }
  }
  // The last place whose taps (one px before it, two after) all lie in the padded source.
  return {
    ...compiled,
    channels,
    cubic: Number(sampling === 'bicubic'),
    from,
    stride: stride * 4,
    maxX: width + 2 * margin - 2.001,
    maxY: height + 2 * margin - 2.001,
    shiftX: margin - 0.5 - part.x,
    shiftY: margin - 0.5 - part.y,
  };
}

function spanOf(places: Float32Array): Span {
  let { left, top, right, bottom } = nowhere;
  for (let i = 0; i < places.length; i += 2) {
    const x = places[i];
    const y = places[i + 1];
    if (x < left) left = x;
    if (x > right) right = x;
    if (y < top) top = y;
    if (y > bottom) bottom = y;
  }
  return { left, top, right, bottom };
}

/** Where a region lies in the source: between its corners, where it lies wholly before the horizon. */
function spanThrough([a, b, c, d, e, f, g, h, i]: Homography, { x, y, width, height }: Region): Span {
  const corners = [x, x + width].flatMap((px) =>
    [y, y + height].map((py) => {
      const depth = g * px + h * py + i;
      return { depth, x: (a * px + b * py + c) / depth, y: (d * px + e * py + f) / depth };
    }),
  );
  const sign = Math.sign(corners[0].depth);
  if (corners.some(({ depth }) => !(depth * sign > 1e-9))) return everywhere;
  const [across, down] = [corners.map((corner) => corner.x), corners.map((corner) => corner.y)];
  return { left: min(...across), top: min(...down), right: max(...across), bottom: max(...down) };
}

/** True where no place in a box meets the source. */
const isBeside = ({ width, height }: Raster, { left, top, right, bottom }: Span): boolean =>
  right < -margin || bottom < -margin || left > width + margin || top > height + margin;

/**
 * Samples a picture at any places: displacement, bends, meshes.
 * @param source premultiplied RGBA or one channel
 * @param places x and y for each output px, source px (the first pixel's centre is at 0.5, 0.5)
 * @param sampling bicubic is Catmull-Rom (Keys 1981): sharper, with slight overshoot. No smoothing for shrinking is
 * done.
 * @throws RangeError when there are not as many places as px
 */
export function warp(
  source: Raster,
  places: Float32Array,
  width: number,
  height: number,
  sampling: Sampling,
  border: Border,
): Raster {
  if (places.length !== width * height * 2) throw new RangeError('Every output px needs a place.');
  const out = emptyRaster(width, height, source.channels);
  const compiled = machine();
  if (!compiled) {
    for (let i = 0; i < width * height; i++)
      for (let c = 0; c < source.channels; c++)
        out.data[i * source.channels + c] = sampleReference(
          source,
          places[2 * i],
          places[2 * i + 1],
          c,
          sampling,
          border,
        );
    return out;
  }
  const span = spanOf(places);
  if (border === 'clear' && isBeside(source, span)) return out;
  const prepared = prepare(compiled, source, sampling, border, span);
  const { calls, arena, channels, cubic, from, stride, maxX, maxY, shiftX, shiftY } = prepared;
  const at = arena.takeFloats(batch * 2);
  const to = arena.takeFloats(batch * channels);
  for (let start = 0; start < width * height; start += batch) {
    const count = Math.min(batch, width * height - start);
    const { floats } = arena;
    for (let i = 0, p = at >> 2, q = start * 2; i < 2 * count; i += 2) {
      floats[p + i] = places[q + i] + shiftX;
      floats[p + i + 1] = places[q + i + 1] + shiftY;
    }
    calls.warpAt(channels, cubic, from, stride, maxX, maxY, at, to, count);
    out.data.set(floats.subarray(to >> 2, (to >> 2) + count * channels), start * channels);
  }
  return out;
}

/**
 * Samples a picture through a homography: scaling, turning, shearing, perspective.
 * @param source premultiplied RGBA or one channel
 * @param toSource from output px to source px, both with the first pixel's centre at 0.5, 0.5
 * @param region the output wanted, whole px
 */
export function warpPlane(
  source: Raster,
  toSource: Homography,
  region: Region,
  sampling: Sampling,
  border: Border,
): Raster {
  const { width, height } = region;
  const out = emptyRaster(width, height, source.channels);
  const [a, b, c, d, e, f, g, h, i] = toSource;
  const startOf = (row: number): [number, number, number] => {
    const [x, y] = [region.x + 0.5, region.y + row + 0.5];
    return [a * x + b * y + c, d * x + e * y + f, g * x + h * y + i];
  };
  const compiled = machine();
  if (!compiled) {
    for (let row = 0, at = 0; row < height; row++) {
      const [x, y, w] = startOf(row);
      for (let column = 0; column < width; column++) {
        const depth = w + column * g;
        for (let k = 0; k < source.channels; k++)
          out.data[at++] = sampleReference(
            source,
            (x + column * a) / depth,
            (y + column * d) / depth,
            k,
            sampling,
            border,
          );
      }
    }
    return out;
  }
  const span = spanThrough(toSource, region);
  if (border === 'clear' && isBeside(source, span)) return out;
  const prepared = prepare(compiled, source, sampling, border, span);
  const { calls, arena, channels, cubic, from, stride, maxX, maxY, shiftX, shiftY } = prepared;
  const to = arena.takeFloats(width * channels);
  for (let row = 0; row < height; row++) {
    const [x, y, w] = startOf(row);
    calls.warpRow(
      channels,
      cubic,
      from,
      stride,
      maxX,
      maxY,
      x + shiftX * w,
      y + shiftY * w,
      w,
      a + shiftX * g,
      d + shiftY * g,
      g,
      to,
      width,
    );
    out.data.set(arena.floats.subarray(to >> 2, (to >> 2) + width * channels), row * width * channels);
  }
  return out;
}
