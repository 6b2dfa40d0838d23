/** No more values than this are sorted. */
const most = 40000;

/** Some of the values, evenly taken, from low to high. */
export function sortedValues(values: Float32Array): Float32Array {
  const step = Math.max(1, Math.floor(values.length / most));
  const some = new Float32Array(Math.ceil(values.length / step));
  for (let i = 0; i < some.length; i++) some[i] = values[i * step];
  return some.sort();
}

/** @param sorted from low to high @param share 0 is the least, 1 the most */
export const quantile = (sorted: ArrayLike<number>, share: number): number =>
  sorted.length === 0 ? 0 : sorted[Math.min(sorted.length - 1, Math.max(0, Math.round(share * (sorted.length - 1))))];

export const medianOf = (values: readonly number[]): number =>
  quantile(
    [...values].sort((a, b) => a - b),
    0.5,
  );

/** 0 at the first value, 1 at the second, evenly between. */
export const ramp = (value: number, from: number, to: number): number =>
  Math.min(1, Math.max(0, (value - from) / (to - from)));

/** A straight line. */
export interface StraightFit {
  slope: number;
  at(x: number): number;
  /** How far values are off it, root of the mean square. */
  rest: number;
}

/** The straight line through values, in least squares; all weigh alike where no weights are given. */
export function lineThrough(list: readonly (readonly [x: number, y: number, weight?: number])[]): StraightFit {
  const mean = (of: (x: number, y: number) => number): number => {
    const [sum, all] = list.reduce(([s, a], [x, y, weight = 1]) => [s + weight * of(x, y), a + weight], [0, 0]);
    return sum / all;
  };
  const [mx, my] = [mean((x) => x), mean((_, y) => y)];
  const spread = mean((x) => (x - mx) ** 2);
  const slope = spread > 0 ? mean((x, y) => (x - mx) * (y - my)) / spread : 0;
  const at = (x: number): number => my + slope * (x - mx);
  return { slope, at, rest: Math.sqrt(mean((x, y) => (y - at(x)) ** 2)) };
}
