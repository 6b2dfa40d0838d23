/** For each output px along one axis: the first of its source px, and their weights (they sum to 1). */
export interface Taps {
  first: Int32Array;
  weights: Float32Array;
  /** Weights for each output px. */
  count: number;
}

/** Where output px lie on a source axis: output px = source px * scale + offset. */
export interface Axis {
  /** The first output px, and how many. */
  start: number;
  length: number;
  scale: number;
  offset: number;
  /** Source px there are. */
  size: number;
}

export type Filter = 'area' | 'cubic' | 'lanczos';

const sinc = (x: number): number => (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));

/** Kernels by distance in px of the coarser of the two grids, and how far they reach. */
const kernels: Record<Exclude<Filter, 'area'>, { reach: number; weight(distance: number): number }> = {
  /** Catmull-Rom (Keys 1981, a = -1/2): interpolates, sharp. */
  cubic: {
    reach: 2,
    weight(x) {
      if (x >= 2) return 0;
      return x < 1 ? (1.5 * x - 2.5) * x * x + 1 : ((-0.5 * x + 2.5) * x - 4) * x + 2;
    },
  },
  /** Lanczos with three lobes (Duchon 1979). */
  lanczos: { reach: 3, weight: (x) => (x >= 3 ? 0 : sinc(x) * sinc(x / 3)) },
};

/**
 * The weights of an axis. When shrinking, the kernel is widened so that nothing aliases; beyond the border the edge px
 * repeats.
 */
export function tapsFor({ start, length, scale, offset, size }: Axis, filter: Filter): Taps {
  const widen = Math.max(1, 1 / scale);
  const reach = filter === 'area' ? Math.max(0.5, 0.5 / scale) : kernels[filter].reach * widen;
  const wanted = Math.ceil(2 * reach) + 1;
  const count = Math.min(wanted, size);
  const first = new Int32Array(length);
  const weights = new Float32Array(length * count);
  const own = new Float64Array(wanted);
  for (let i = 0; i < length; i++) {
    const centre = (start + i + 0.5 - offset) / scale;
    const from = filter === 'area' ? Math.floor(centre - reach + 1e-9) : Math.ceil(centre - 0.5 - reach);
    let sum = 0;
    for (let k = 0; k < wanted; k++)
      sum += own[k] =
        filter === 'area'
          ? overlap(from + k, centre - reach, centre + reach)
          : kernels[filter].weight(Math.abs(from + k + 0.5 - centre) / widen);
    const at = Math.min(size - count, Math.max(0, from));
    first[i] = at;
    for (let k = 0; k < wanted; k++)
      weights[i * count + Math.min(count - 1, Math.max(0, from + k - at))] += own[k] / sum;
  }
  return { first, weights, count };
}

/** The part of the px at `x` that lies between two places. */
const overlap = (x: number, from: number, to: number): number => Math.max(0, Math.min(x + 1, to) - Math.max(x, from));
