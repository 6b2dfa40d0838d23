/** Looked up once: these loops are hot. */
const { max, min } = Math;

/** @see hats */
export function hat(from: Float32Array, width: number, height: number, reach: number, sign: 1 | -1): Float32Array {
  // Beyond the picture what is filled goes on, as far as the squares reach.
  const [wide, high] = [width + 2 * reach, height + 2 * reach];
  const filled = new Float32Array(wide * high);
  for (let y = 0; y < high; y++)
    for (let x = 0; x < wide; x++) {
      let most = -Infinity;
      for (let v = max(0, y - 2 * reach); v <= min(height - 1, y); v++)
        for (let u = max(0, x - 2 * reach); u <= min(width - 1, x); u++) most = max(most, sign * from[v * width + u]);
      filled[y * wide + x] = most;
    }
  return from.map((value, i) => {
    const x = i % width;
    const y = (i - x) / width;
    let least = Infinity;
    for (let v = y; v <= y + 2 * reach; v++)
      for (let u = x; u <= x + 2 * reach; u++) least = min(least, filled[v * wide + u]);
    return least - sign * value;
  });
}
