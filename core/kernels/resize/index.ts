import { emptyRaster, type Raster } from '../../pixels/raster';
import { machine, type Machine } from '../machine';
import { vectors } from '../padded';
import { tapsFor, type Filter, type Taps } from './taps';
import { resizeReference } from './reference';

export { tapsFor, type Filter, type Taps } from './taps';

/** Output rows that are worked on at a time. */
const strip = 32;

/**
 * A picture at another size, in its own values (premultiplied; give linear light where light is to be mixed).
 * @param width, @param height px, at least 1
 * @param filter area: means of what a px covers; cubic: Catmull-Rom; lanczos: three lobes, the sharpest. Widened when
 * shrinking.
 */
export function resize(raster: Raster, width: number, height: number, filter: Filter): Raster {
  const across = tapsFor(
    { start: 0, length: width, scale: width / raster.width, offset: 0, size: raster.width },
    filter,
  );
  const down = tapsFor(
    { start: 0, length: height, scale: height / raster.height, offset: 0, size: raster.height },
    filter,
  );
  return weighed(raster, across, down);
}

/** A raster whose px are weighed by taps, in its own values. */
export function weighed(raster: Raster, across: Taps, down: Taps): Raster {
  const compiled = machine();
  if (!compiled) return resizeReference(raster, across, down);
  const width = across.first.length;
  const out = emptyRaster(width, down.first.length, raster.channels);
  const run = raster.width * raster.channels;
  const rows = {
    width: raster.width,
    channels: raster.channels,
    load: (y: number, at: number) => compiled.arena.floats.set(raster.data.subarray(y * run, (y + 1) * run), at >> 2),
  };
  sumByTaps(compiled, rows, across, down, (y, at) =>
    out.data.set(
      compiled.arena.floats.subarray(at >> 2, (at >> 2) + width * raster.channels),
      y * width * raster.channels,
    ),
  );
  return out;
}

/** Where the rows of a source come from: `load` writes the row `y` as floats to a place in the kernels' memory. */
export interface SourceRows {
  width: number;
  channels: 1 | 4;
  load(y: number, at: number): void;
}

/** Weighs a source, a strip of output rows at a time. @param save gets where each output row lies */
export function sumByTaps(
  { calls, arena }: Machine,
  source: SourceRows,
  across: Taps,
  down: Taps,
  save: (y: number, at: number) => void,
): void {
  const { channels } = source;
  const width = across.first.length;
  const height = down.first.length;
  // Single channels are read four at a time, a little beyond the end of a row: what lies there must be a number.
  const stride = vectors(source.width * channels) + 16;
  const tapsAcross = channels === 1 ? vectors(across.count) : across.count;
  const firsts = arena.take(width * 4);
  const weights = arena.takeFloats(width * tapsAcross);
  const ownWeights = arena.takeFloats(down.count);
  const tallest = Math.min(strip, height);
  let rowsHeld = 0;
  for (let y = 0; y < height; y += tallest)
    rowsHeld = Math.max(rowsHeld, down.first[Math.min(height, y + tallest) - 1] + down.count - down.first[y]);
  const held = arena.takeFloats(stride * rowsHeld);
  const tall = arena.takeFloats(stride);
  const done = arena.takeFloats(vectors(width * channels));
  arena.floats.fill(0, held >> 2, (tall >> 2) + stride);
  new Int32Array(arena.floats.buffer, firsts, width).set(across.first);
  for (let x = 0; x < width; x++) {
    const at = (weights >> 2) + x * tapsAcross;
    arena.floats.fill(0, at, at + tapsAcross);
    arena.floats.set(across.weights.subarray(x * across.count, (x + 1) * across.count), at);
  }
  for (let top = 0; top < height; top += tallest) {
    const end = Math.min(height, top + tallest);
    const first = down.first[top];
    for (let y = first; y < down.first[end - 1] + down.count; y++) source.load(y, held + (y - first) * stride * 4);
    for (let y = top; y < end; y++) {
      arena.floats.set(down.weights.subarray(y * down.count, (y + 1) * down.count), ownWeights >> 2);
      calls.sumRows(
        held + (down.first[y] - first) * stride * 4,
        stride,
        ownWeights,
        down.count,
        tall,
        vectors(source.width * channels),
      );
      calls[channels === 4 ? 'sumAcross4' : 'sumAcross1'](tall, firsts, weights, tapsAcross, done, width);
      save(y, done);
    }
  }
}
