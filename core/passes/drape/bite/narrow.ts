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
  let closed: Float32Array = data;
  for (const pick of ['highest', 'lowest'] as const) {
    closed = along(closed, width, height, radius, pick, true);
    closed = along(closed, width, height, radius, pick, false);
  }
  return data.map((value, i) => Math.min(0, value - closed[i]));
}

/** The highest or lowest of the values around each, in rows or in columns (van Herk 1992). */
function along(
  values: Float32Array,
  width: number,
  height: number,
  radius: number,
  pick: 'highest' | 'lowest',
  inRows: boolean,
): Float32Array {
  const [count, step, lines, apart] = inRows ? [width, 1, height, width] : [height, width, width, 1];
  const window = 2 * radius + 1;
  const out = new Float32Array(values.length);
  const padded = count + 2 * radius;
  const [forward, backward] = [new Float32Array(padded), new Float32Array(padded)];
  const isHighest = pick === 'highest';
  const better = (a: number, b: number): number => (isHighest === a > b ? a : b);
  for (let line = 0; line < lines; line++) {
    const start = line * apart;
    const at = (i: number): number => values[start + Math.min(count - 1, Math.max(0, i - radius)) * step];
    for (let i = 0; i < padded; i++) forward[i] = i % window === 0 ? at(i) : better(forward[i - 1], at(i));
    for (let i = padded - 1; i >= 0; i--)
      backward[i] = i === padded - 1 || (i + 1) % window === 0 ? at(i) : better(backward[i + 1], at(i));
    for (let i = 0; i < count; i++) out[start + i * step] = better(backward[i], forward[i + 2 * radius]);
  }
  return out;
}
