/** Looked up once: these loops are hot. */
const { floor, imul } = Math;

/** -1..1 for each whole place, as if by chance (after Wang 2007). */
function valueAt(x: number, y: number): number {
  let hash = imul(x, 0x27d4eb2d) ^ imul(y, 0x165667b1);
  hash = imul(hash ^ (hash >>> 15), 0x2c1b3c6d);
  hash = imul(hash ^ (hash >>> 12), 0x297a2d39);
  return ((hash ^ (hash >>> 15)) >>> 0) / 0x7fffffff - 1;
}

/** Value noise, smooth between whole places, -1..1. The same place always gives the same. */
export function noiseAt(x: number, y: number): number {
  const [left, top] = [floor(x), floor(y)];
  const [tx, ty] = [x - left, y - top];
  const [u, v] = [tx * tx * (3 - 2 * tx), ty * ty * (3 - 2 * ty)];
  const upper = valueAt(left, top) * (1 - u) + valueAt(left + 1, top) * u;
  const lower = valueAt(left, top + 1) * (1 - u) + valueAt(left + 1, top + 1) * u;
  return upper * (1 - v) + lower * v;
}
