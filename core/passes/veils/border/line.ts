import type { Point } from '../../../shape/affine';

/** Looked up once: these loops are hot. */
const { hypot, exp, ceil, max, floor } = Math;

/** Values along a closed line, blurred with a Gaussian; sigma in steps of the line. */
export function blurredAlong(values: Float64Array, sigma: number): Float64Array {
  const count = values.length;
  const reach = Math.min(ceil(3 * sigma), count - 1);
  const kernel = Float64Array.from({ length: reach + 1 }, (_, k) => exp(-(k * k) / (2 * sigma * sigma)));
  const sum = kernel.reduce((all, one, k) => all + one * (k > 0 ? 2 : 1), 0);
  const out = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    let value = kernel[0] * values[i];
    for (let k = 1; k <= reach; k++) value += kernel[k] * (values[(i + k) % count] + values[(i - k + count) % count]);
    out[i] = value / sum;
  }
  return out;
}

/** A closed line, smoothed; sigma in its points. */
export function smoothed(line: readonly Point[], sigma: number): Point[] {
  const [x, y] = [0, 1].map((c) =>
    blurredAlong(
      Float64Array.from(line, (point) => point[c]),
      sigma,
    ),
  );
  return line.map((_, i) => [x[i], y[i]]);
}

/** A closed line as points that lie evenly, about `step` apart. */
export function evenly(line: readonly Point[], step: number): Point[] {
  const lengths = line.map(([x, y], i) => {
    const [u, v] = line[(i + 1) % line.length];
    return hypot(u - x, v - y);
  });
  const whole = lengths.reduce((sum, one) => sum + one, 0);
  const count = max(3, Math.round(whole / step));
  const out: Point[] = [];
  for (let i = 0, k = 0, gone = 0; i < count; i++) {
    const at = (i / count) * whole;
    while (k < line.length - 1 && gone + lengths[k] < at) gone += lengths[k++];
    const share = lengths[k] > 0 ? (at - gone) / lengths[k] : 0;
    const [x, y] = line[k];
    const [u, v] = line[(k + 1) % line.length];
    out.push([x + (u - x) * share, y + (v - y) * share]);
  }
  return out;
}

/** Unit vectors away from what lies to the right of a closed line. */
export function normalsOf(line: readonly Point[], sigma: number): Point[] {
  const calm = smoothed(line, sigma);
  return calm.map((_, i): Point => {
    const [x, y] = calm[(i + line.length - 1) % line.length];
    const [u, v] = calm[(i + 1) % line.length];
    const length = hypot(u - x, v - y) || 1;
    return [(v - y) / length, -(u - x) / length];
  });
}

/** The value that `rank` (0..1) of those within `reach` places to each side along a closed line lie below. */
export function rankAlong(values: Float64Array, reach: number, rank: number): Float64Array {
  const count = values.length;
  const span = Math.min(reach, floor((count - 1) / 2));
  const near = new Float64Array(2 * span + 1);
  return values.map((_, i) => {
    for (let k = -span; k <= span; k++) near[k + span] = values[(i + k + count) % count];
    return near.sort()[Math.round(rank * 2 * span)];
  });
}
