import type { Raster } from '../../../pixels/raster';

/**
 * What is dark and narrow in a map: the map less its closing by a square (black top-hat; Serra 1982). What is wider than
 * the square stays out, however dark it is.
 * @param map one channel
 * @param half half the square's side, px
 * @returns 0 or less for each px; right at `half * 2` px and more from the border
 */
export function darkAndNarrow(map: Raster, half: number): Float32Array {
  const { width, height, data } = map;
  const radius = Math.max(1, Math.round(half));
  const grown = highest(data, width, height, radius);
  // The lowest of all is the highest of what is turned over.
  negate(grown);
  const closed = highest(grown, width, height, radius);
  for (let i = 0; i < closed.length; i++) closed[i] = Math.min(0, data[i] + closed[i]);
  return closed;
}

function negate(values: Float32Array): void {
  for (let i = 0; i < values.length; i++) values[i] = -values[i];
}

/** The highest of the values in a square around each. */
function highest(values: Float32Array, width: number, height: number, radius: number): Float32Array {
  const across = alongRows(values, width, height, radius);
  return turned(alongRows(turned(across, width, height), height, width, radius), height, width);
}

/** Rows as columns. */
function turned(values: Float32Array, width: number, height: number): Float32Array {
  const out = new Float32Array(values.length);
  for (let y = 0, i = 0; y < height; y++) for (let x = 0; x < width; x++, i++) out[x * height + y] = values[i];
  return out;
}

/** The highest of the values around each in its row (van Herk 1992). Beyond its ends a row goes on as it ends. */
function alongRows(values: Float32Array, width: number, height: number, radius: number): Float32Array {
  const window = 2 * radius + 1;
  const out = new Float32Array(values.length);
  const padded = width + 2 * radius;
  const [row, forward, backward] = [new Float32Array(padded), new Float32Array(padded), new Float32Array(padded)];
  for (let start = 0; start < width * height; start += width) {
    row.set(values.subarray(start, start + width), radius);
    row.fill(values[start], 0, radius);
    row.fill(values[start + width - 1], radius + width);
    for (let first = 0; first < padded; first += window) {
      const end = Math.min(padded, first + window);
      let best = -Infinity;
      for (let i = first; i < end; i++) forward[i] = best = row[i] > best ? row[i] : best;
      best = -Infinity;
      for (let i = end - 1; i >= first; i--) backward[i] = best = row[i] > best ? row[i] : best;
    }
    for (let x = 0; x < width; x++) {
      const [a, b] = [backward[x], forward[x + 2 * radius]];
      out[start + x] = a > b ? a : b;
    }
  }
  return out;
}
