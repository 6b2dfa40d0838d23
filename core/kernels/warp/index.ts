import { emptyRaster, type Raster } from '../../pixels/raster';
import type { Region } from '../../pixels/region';
import type { Homography } from '../../shape/homography';
import { machine, type Machine } from '../machine';
import { copyPadded, sourceOf, vectors } from '../padded';
import type { Border, Sampling } from './sampling';
import { sampleReference } from './reference';

export type { Border, Sampling } from './sampling';

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
}

/** Copies the source, with its margin, to where the kernel reads it. */
function prepare(compiled: Machine, source: Raster, sampling: Sampling, border: Border): Prepared {
  const { arena } = compiled;
  const { width, height, channels } = source;
  const lying = { x: 0, y: 0, width, height };
  const stride = vectors((width + 2 * margin) * channels);
  const from = arena.takeFloats(stride * (height + 2 * margin));
  if (border === 'repeat')
    copyPadded(
      sourceOf(source, lying),
      { x: -margin, y: -margin, width: width + 2 * margin, height: height + 2 * margin },
      arena.floats,
      from >> 2,
      stride,
    );
  else {
    arena.floats.fill(0, from >> 2, (from >> 2) + stride * (height + 2 * margin));
    for (let y = 0; y < height; y++)
      arena.floats.set(
        source.data.subarray(y * width * channels, (y + 1) * width * channels),
        (from >> 2) + (y + margin) * stride + margin * channels,
      );
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
  };
}

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
  const { calls, arena, channels, cubic, from, stride, maxX, maxY } = prepare(compiled, source, sampling, border);
  const at = arena.takeFloats(batch * 2);
  const to = arena.takeFloats(batch * channels);
  const shift = margin - 0.5;
  for (let start = 0; start < width * height; start += batch) {
    const count = Math.min(batch, width * height - start);
    const { floats } = arena;
    for (let i = 0, p = at >> 2, q = start * 2; i < 2 * count; i++) floats[p + i] = places[q + i] + shift;
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
  const { calls, arena, channels, cubic, from, stride, maxX, maxY } = prepare(compiled, source, sampling, border);
  const to = arena.takeFloats(width * channels);
  const shift = margin - 0.5;
  for (let row = 0; row < height; row++) {
    const [x, y, w] = startOf(row);
    calls.warpRow(
      channels,
      cubic,
      from,
      stride,
      maxX,
      maxY,
      x + shift * w,
      y + shift * w,
      w,
      a + shift * g,
      d + shift * g,
      g,
      to,
      width,
    );
    out.data.set(arena.floats.subarray(to >> 2, (to >> 2) + width * channels), row * width * channels);
  }
  return out;
}
