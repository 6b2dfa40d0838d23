import type { OklabPlanes } from '../../../pixels/oklabPlanes';

/** Looked up once: these loops are hot. */
const { max, min, sqrt } = Math;

/** Half the side of the windows that are compared, px, and how much each size counts. */
const sizes = [
  { reach: 1, share: 0.35 },
  { reach: 3, share: 0.4 },
  { reach: 6, share: 0.25 },
];

/** Spread of colour that every window has at least, squared Oklab: grain and compression alone give about this. */
const leastSpread = 0.0008;

/**
 * How much a px looks like a border between two things, 0..1: two windows that touch there are compared by their mean
 * colours, measured in how far the colours within each of them are spread (Fisher 1936). A line between stones of one
 * wall is weak by this, for on both sides of it there are stones; the edge of the wall is strong.
 */
export function windowContrast(planes: OklabPlanes, width: number, height: number): Float32Array {
  const out = new Float32Array(width * height);
  for (const { reach, share } of sizes) {
    const means = planes.map((plane) => boxMean(plane, width, height, reach)) as OklabPlanes;
    const spread = spreadOf(planes, means, width, height, reach);
    const slant = Math.round((reach + 0.5) * Math.SQRT1_2);
    const ways = [
      [-reach, 0, reach + 1, 0],
      [0, -reach, 0, reach + 1],
      [-slant, -slant, slant, slant],
      [-slant, slant, slant, -slant],
    ] as const;
    compare(out, means, spread, { width, height, ways, share });
  }
  return out;
}

interface Comparing {
  width: number;
  height: number;
  /** Where the middles of both windows lie, beside a px: x and y of the one, and of the other. */
  ways: readonly (readonly [number, number, number, number])[];
  share: number;
}

function compare(
  out: Float32Array,
  [lightness, a, b]: OklabPlanes,
  spread: Float32Array,
  { width, height, ways, share }: Comparing,
): void {
  const best = new Float32Array(out.length);
  for (const [ax, ay, bx, by] of ways) {
    // Windows that would lie outside are taken at the border.
    const left = columns(width, ax);
    const right = columns(width, bx);
    for (let y = 0, i = 0; y < height; y++) {
      const above = inside(y + ay, height) * width;
      const below = inside(y + by, height) * width;
      for (let x = 0; x < width; x++, i++) {
        const p = above + left[x];
        const q = below + right[x];
        const l = lightness[p] - lightness[q];
        const u = a[p] - a[q];
        const v = b[p] - b[q];
        const apart = l * l + u * u + v * v;
        const strength = apart / (apart + 2 * (spread[p] + spread[q]) + leastSpread);
        if (strength > best[i]) best[i] = strength;
      }
    }
  }
  for (let i = 0; i < out.length; i++) out[i] += share * best[i];
}

const inside = (value: number, size: number): number => min(size - 1, max(0, value));

const columns = (width: number, by: number): Int32Array =>
  Int32Array.from({ length: width }, (_, x) => inside(x + by, width));

/** Means over windows of `2 reach + 1` px a side; at the border of the picture windows are cut off. */
export function boxMean(plane: Float32Array, width: number, height: number, reach: number): Float32Array {
  const across = new Float32Array(plane.length);
  for (let y = 0; y < height; y++) {
    const row = y * width;
    let sum = 0;
    for (let x = 0; x < min(reach, width); x++) sum += plane[row + x];
    for (let x = 0; x < width; x++) {
      if (x + reach < width) sum += plane[row + x + reach];
      if (x - reach > 0) sum -= plane[row + x - reach - 1];
      across[row + x] = sum / (min(width - 1, x + reach) - max(0, x - reach) + 1);
    }
  }
  const out = new Float32Array(plane.length);
  const sums = new Float64Array(width);
  for (let y = 0; y < min(reach, height); y++) for (let x = 0; x < width; x++) sums[x] += across[y * width + x];
  for (let y = 0; y < height; y++) {
    const [enter, leave] = [y + reach, y - reach - 1];
    const count = min(height - 1, y + reach) - max(0, y - reach) + 1;
    for (let x = 0; x < width; x++) {
      if (enter < height) sums[x] += across[enter * width + x];
      if (leave >= 0) sums[x] -= across[leave * width + x];
      out[y * width + x] = sums[x] / count;
    }
  }
  return out;
}

/** Variance within windows, all planes together. */
function spreadOf(planes: OklabPlanes, means: OklabPlanes, width: number, height: number, reach: number): Float32Array {
  const out = new Float32Array(width * height);
  planes.forEach((plane, c) => {
    const squares = boxMean(
      plane.map((value) => value * value),
      width,
      height,
      reach,
    );
    for (let i = 0; i < out.length; i++) out[i] += max(0, squares[i] - means[c][i] ** 2);
  });
  return out;
}

/** Spread of the lightness around each px, Oklab: how rough a surface is. */
export function roughness(lightness: Float32Array, width: number, height: number, reach = 5): Float32Array {
  const mean = boxMean(lightness, width, height, reach);
  const squares = boxMean(
    lightness.map((value) => value * value),
    width,
    height,
    reach,
  );
  return squares.map((value, i) => sqrt(max(0, value - mean[i] ** 2)));
}
