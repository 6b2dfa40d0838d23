import type { Level } from '../../pixels/level';
import { emptyRaster, type Raster } from '../../pixels/raster';
import { decodeByte, encode } from '../../pixels/transfer';
import { machine } from '../machine';
import { sumByTaps, type Taps } from '.';
import { resizeReference } from './reference';

/** How much of each output column and row lies on the picture, 0..1. */
export interface Covered {
  columns: Float32Array;
  rows: Float32Array;
}

/**
 * Stored pixels, resized in linear light.
 * @param level sRGB bytes (3 channels, or 4 with straight alpha), or one channel of linear values
 * @returns premultiplied encoded RGBA, or one channel
 */
export function resizeLevel(level: Level, across: Taps, down: Taps, covered: Covered): Raster {
  const [width, height] = [across.first.length, down.first.length];
  const compiled = machine();
  const out = emptyRaster(width, height, level.channels === 1 ? 1 : 4);
  if (!compiled) {
    out.data.set(resizeReference(lightOf(level), across, down).data);
    for (let y = 0; y < height; y++)
      coverRow(
        out.data.subarray(y * width * out.channels, (y + 1) * width * out.channels),
        out.channels,
        covered.columns,
        covered.rows[y],
      );
    return out;
  }
  const { calls, arena } = compiled;
  const run = level.width * level.channels;
  const bytes = arena.take(run);
  const columns = arena.takeFloats(width);
  arena.floats.set(covered.columns, columns >> 2);
  const load = (y: number, at: number): void => {
    arena.bytes.set(level.bytes.subarray(y * run, (y + 1) * run), bytes);
    if (level.channels === 1) calls.floatsOfBytes(bytes, at, level.width);
    else calls.lightOfBytes(bytes, level.channels, at, level.width);
  };
  sumByTaps(compiled, { width: level.width, channels: out.channels, load }, across, down, (y, at) => {
    const row = out.data.subarray(y * width * out.channels, (y + 1) * width * out.channels);
    if (out.channels === 4) calls.coveredLight(at, columns, covered.rows[y], width);
    row.set(arena.floats.subarray(at >> 2, (at >> 2) + row.length));
    if (out.channels === 1) coverRow(row, 1, covered.columns, covered.rows[y]);
  });
  return out;
}

/** Stored pixels as they are, px for px: premultiplied encoded RGBA, or one channel. */
export function coverLevel({ width, height, channels, bytes }: Level, { columns, rows }: Covered): Raster {
  const out = emptyRaster(width, height, channels === 1 ? 1 : 4);
  if (channels === 1) {
    coverMatte(out.data, bytes, columns, rows);
    return out;
  }
  const compiled = machine();
  if (!compiled) {
    for (let i = 0; i < width * height; i++) {
      const share = columns[i % width] * rows[Math.floor(i / width)];
      const alpha = channels === 4 ? (bytes[i * 4 + 3] / 255) * share : share;
      for (let c = 0; c < 4; c++) out.data[i * 4 + c] = c === 3 ? alpha : (bytes[i * channels + c] / 255) * alpha;
    }
    return out;
  }
  const { calls, arena } = compiled;
  const from = arena.take(width * channels);
  const shares = arena.takeFloats(width);
  const to = arena.takeFloats(width * 4);
  arena.floats.set(columns, shares >> 2);
  for (let y = 0; y < height; y++) {
    if (rows[y] === 0) continue;
    arena.bytes.set(bytes.subarray(y * width * channels, (y + 1) * width * channels), from);
    calls.coveredBytes(from, channels, shares, rows[y], to, width);
    out.data.set(arena.floats.subarray(to >> 2, (to >> 2) + width * 4), y * width * 4);
  }
  return out;
}

/** A matte's bytes as shares. */
function coverMatte(out: Float32Array, bytes: Uint8Array, columns: Float32Array, rows: Float32Array): void {
  const width = columns.length;
  for (let y = 0, i = 0; y < rows.length; y++) {
    const share = rows[y] / 255;
    for (let x = 0; x < width; x++, i++) out[i] = bytes[i] * columns[x] * share;
  }
}

function lightOf({ width, height, channels, bytes }: Level): Raster {
  const out = emptyRaster(width, height, channels === 1 ? 1 : 4);
  for (let i = 0; i < width * height; i++) {
    if (channels === 1) out.data[i] = bytes[i] / 255;
    else {
      const alpha = channels === 4 ? bytes[i * 4 + 3] / 255 : 1;
      for (let c = 0; c < 4; c++) out.data[i * 4 + c] = c === 3 ? alpha : decodeByte[bytes[i * channels + c]] * alpha;
    }
  }
  return out;
}

/** One row of light, or of a matte, to what is seen of it. In place. @param encoded light to an encoded value */
export function coverRow(
  row: Float32Array,
  channels: 1 | 4,
  columns: Float32Array,
  rowShare: number,
  encoded: (light: number) => number = encode,
): void {
  for (let x = 0; x < columns.length; x++) {
    const share = columns[x] * rowShare;
    if (channels === 1) {
      row[x] = Math.min(1, Math.max(0, row[x])) * share;
      continue;
    }
    const found = row[x * 4 + 3];
    const inside = found > 0.99999 ? 1 : Math.max(0, found);
    for (let c = x * 4; c < x * 4 + 3; c++) row[c] = inside > 0 ? encoded(row[c] / inside) * inside * share : 0;
    row[x * 4 + 3] = inside * share;
  }
}
