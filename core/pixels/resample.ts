import { emptyRaster, type Raster } from './raster';
import { levelSize, readLevel, type Level, type Picture } from './pyramid';
import { decodeByte, encode } from './transfer';
import type { Region } from './region';

/** Where a picture lies: output px = picture px * scale + (x, y). Upright; scale above 0. */
export interface Placement {
  scale: number;
  x: number;
  y: number;
}

/** For each output pixel along one axis: where its source pixels start, and their weights (they sum to 1). */
interface Taps {
  first: Int32Array;
  weights: Float32Array;
  count: number;
}

/** Catmull-Rom cubic (Keys 1981, a = -0.5): interpolates, sharp, reaches 2 px. */
function cubic(distance: number): number {
  const x = Math.abs(distance);
  if (x >= 2) return 0;
  return x < 1 ? (1.5 * x - 2.5) * x * x + 1 : ((-0.5 * x + 2.5) * x - 4) * x + 2;
}

/**
 * Taps for output pixels `start .. start + length - 1`. When shrinking, the kernel is widened so that nothing aliases.
 */
function tapsFor(start: number, length: number, scale: number, offset: number): Taps {
  const widen = Math.max(1, 1 / scale);
  const reach = 2 * widen;
  const count = Math.ceil(2 * reach) + 1;
  const first = new Int32Array(length);
  const weights = new Float32Array(length * count);
  for (let i = 0; i < length; i++) {
    const centre = (start + i + 0.5 - offset) / scale - 0.5;
    first[i] = Math.ceil(centre - reach);
    let sum = 0;
    for (let k = 0; k < count; k++) sum += weights[i * count + k] = cubic((first[i] + k - centre) / widen);
    for (let k = 0; k < count; k++) weights[i * count + k] /= sum;
  }
  return { first, weights, count };
}

/** The share of each output pixel, along one axis, that lies on a picture of `size` px. */
function overlap(start: number, length: number, scale: number, offset: number, size: number): Float32Array {
  return Float32Array.from({ length }, (_, i) => {
    const from = Math.max(start + i, offset);
    const to = Math.min(start + i + 1, offset + size * scale);
    const share = to - from;
    return share > 1 - 1e-6 ? 1 : Math.max(0, share);
  });
}

const nearInteger = (value: number): boolean => Math.abs(value - Math.round(value)) < 1e-9;

/**
 * The pixels of a placed picture in an output region: from the pyramid level just above the wanted scale, by a cubic
 * kernel in linear light. A picture at scale 1 on whole px comes out unchanged.
 * @param region whole output px
 * @returns premultiplied encoded RGBA; for a matte (one channel) its linear values, zero outside the picture.
 */
export async function samplePicture(picture: Picture, placement: Placement, region: Region): Promise<Raster> {
  const level = Math.min(picture.levels - 1, Math.max(0, Math.floor(-Math.log2(placement.scale) + 1e-9)));
  const scale = placement.scale * 2 ** level;
  const size = levelSize(picture.width, picture.height, level);
  const columns = overlap(region.x, region.width, placement.scale, placement.x, picture.width);
  const rows = overlap(region.y, region.height, placement.scale, placement.y, picture.height);
  if (!columns.some((share) => share > 0) || !rows.some((share) => share > 0)) {
    return emptyRaster(region.width, region.height, picture.channels === 1 ? 1 : 4);
  }
  const exact = Math.abs(scale - 1) < 1e-9 && nearInteger(placement.x) && nearInteger(placement.y);
  if (exact) {
    const read = await readLevel(picture, level, { ...region, x: region.x - Math.round(placement.x), y: region.y - Math.round(placement.y) });
    return unchanged(read, columns, rows);
  }
  const across = tapsFor(region.x, region.width, scale, placement.x);
  const down = tapsFor(region.y, region.height, scale, placement.y);
  const left = clampTo(across.first[0], size.width);
  const right = clampTo(across.first[region.width - 1] + across.count, size.width);
  const top = clampTo(down.first[0], size.height);
  const bottom = clampTo(down.first[region.height - 1] + down.count, size.height);
  const source = { x: left, y: top, width: right - left + 1, height: bottom - top + 1 };
  const light = toLight(await readLevel(picture, level, source));
  return weigh(light, source, across, down, region, columns, rows, picture.channels);
}

const clampTo = (value: number, size: number): number => Math.min(size - 1, Math.max(0, value));

function unchanged(read: Level, columns: Float32Array, rows: Float32Array): Raster {
  const { width, height, channels, bytes } = read;
  const out = emptyRaster(width, height, channels === 1 ? 1 : 4);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const share = columns[x] * rows[y];
      if (share === 0) continue;
      const from = i * channels;
      if (channels === 1) {
        out.data[i] = (bytes[from] / 255) * share;
        continue;
      }
      const alpha = channels === 4 ? (bytes[from + 3] / 255) * share : share;
      for (let c = 0; c < 3; c++) out.data[i * 4 + c] = (bytes[from + c] / 255) * alpha;
      out.data[i * 4 + 3] = alpha;
    }
  }
  return out;
}

/** Bytes to linear floats, premultiplied where there is alpha; same channel count. */
function toLight(level: Level): Float32Array {
  const { bytes, channels } = level;
  const out = new Float32Array(bytes.length);
  if (channels === 1) for (let i = 0; i < bytes.length; i++) out[i] = bytes[i] / 255;
  else if (channels === 3) for (let i = 0; i < bytes.length; i++) out[i] = decodeByte[bytes[i]];
  else {
    for (let i = 0; i < bytes.length; i += 4) {
      const alpha = bytes[i + 3] / 255;
      for (let c = 0; c < 3; c++) out[i + c] = decodeByte[bytes[i + c]] * alpha;
      out[i + 3] = alpha;
    }
  }
  return out;
}

function weigh(
  light: Float32Array, source: Region, across: Taps, down: Taps, region: Region,
  columns: Float32Array, rows: Float32Array, channels: 1 | 3 | 4,
): Raster {
  const { width, height } = region;
  const run = width * channels;
  const half = new Float32Array(source.height * run);
  const lastColumn = source.width - 1;
  for (let x = 0; x < width; x++) {
    for (let k = 0; k < across.count; k++) {
      const weight = across.weights[x * across.count + k];
      if (weight === 0) continue;
      const column = Math.min(lastColumn, Math.max(0, across.first[x] + k - source.x));
      let from = column * channels;
      let to = x * channels;
      for (let y = 0; y < source.height; y++, from += source.width * channels, to += run) {
        for (let c = 0; c < channels; c++) half[to + c] += weight * light[from + c];
      }
    }
  }
  const out = emptyRaster(width, height, channels === 1 ? 1 : 4);
  const sums = new Float32Array(run);
  for (let y = 0; y < height; y++) {
    if (rows[y] === 0) continue;
    sums.fill(0);
    for (let k = 0; k < down.count; k++) {
      const weight = down.weights[y * down.count + k];
      if (weight === 0) continue;
      const from = Math.min(source.height - 1, Math.max(0, down.first[y] + k - source.y)) * run;
      for (let i = 0; i < run; i++) sums[i] += weight * half[from + i];
    }
    writeRow(out, y, sums, columns, rows[y], channels);
  }
  return out;
}

function writeRow(out: Raster, y: number, sums: Float32Array, columns: Float32Array, rowShare: number, channels: 1 | 3 | 4): void {
  for (let x = 0; x < out.width; x++) {
    const share = columns[x] * rowShare;
    if (share === 0) continue;
    const from = x * channels;
    const at = (y * out.width + x) * out.channels;
    if (channels === 1) {
      out.data[at] = Math.min(1, Math.max(0, sums[from])) * share;
      continue;
    }
    const inside = channels === 4 ? Math.min(1, Math.max(0, sums[from + 3])) : 1;
    if (inside === 0) continue;
    const alpha = inside * share;
    for (let c = 0; c < 3; c++) out.data[at + c] = encode(sums[from + c] / inside) * alpha;
    out.data[at + 3] = alpha;
  }
}
