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
