/** Looked up once: these loops are hot. */
const { ceil, max, min } = Math;

/** Slopes of a surface along one direction, and what is known of them: row by row. */
export interface Slopes {
  width: number;
  height: number;
  /** Rise for each px along the direction. */
  slope: Float32Array;
  /** Rise for each px a quarter turn clockwise from it, if that is known too. */
  second?: Float32Array;
  /** How far each slope is trusted, 0..1. */
  weight: Float32Array;
  /** Unit vector of the direction, x to the right, y down. */
  along: readonly [number, number];
}

/** How much a surface likes to run on across the direction, and to stay at its mean: against slopes that are trusted. */
const [acrossWeight, levelWeight] = [0.06, 1e-5];
/** Steps of the solver on the smallest grid, and on each larger one, that starts from the smaller one's answer. */
const [firstSteps, nextSteps] = [80, 14];
const smallest = 48;
/** It ends when what is left is this small a part. */
const tolerance = 1e-3;

/**
 * The surface whose slopes along a direction come nearest to those given, in least squares (after Frankot and Chellappa
 * 1988, with weights, and without asking that the surface repeats at the borders): by conjugate gradients, coarse to fine.
 * @returns height, px, of mean 0
 */
export function integrate(slopes: Slopes): Float32Array {
  if (max(slopes.width, slopes.height) <= smallest) return solve(slopes, null, firstSteps);
  const small = halved(slopes);
  const start = enlarged(integrate(small), small, slopes);
  return solve(slopes, start, nextSteps);
}

function solve(slopes: Slopes, start: Float32Array | null, steps: number): Float32Array {
  const { width, height, slope, second, weight, along } = slopes;
  const count = width * height;
  const x = start ?? new Float32Array(count);
  const wanted = new Float32Array(count);
  // A difference lies between its px: so do the slopes.
  for (let y = 0, i = 0; y < height; y++) {
    const below = y + 1 < height ? width : 0;
    for (let x = 0; x < width; x++, i++) {
      const right = x + 1 < width ? 1 : 0;
      const between = (of: Float32Array): number => (of[i] + of[i + right] + of[i + below] + of[i + below + right]) / 4;
      const [a, b] = [weight[i] * between(slope), second ? weight[i] * between(second) : 0];
      flow(wanted, i, along[0] * a - along[1] * b, right, along[1] * a + along[0] * b, below);
    }
  }
  const applied = new Float32Array(count);
  apply(slopes, x, applied);
  const rest = wanted.map((value, i) => value - applied[i]);
  const way = rest.slice();
  let square = dot(rest, rest);
  const enough = tolerance ** 2 * max(1e-20, dot(wanted, wanted));
  for (let step = 0; step < steps && square > enough; step++) {
    apply(slopes, way, applied);
    const length = square / max(1e-30, dot(way, applied));
    for (let i = 0; i < count; i++) {
      x[i] += length * way[i];
      rest[i] -= length * applied[i];
    }
    const next = dot(rest, rest);
    const turn = next / square;
    for (let i = 0; i < count; i++) way[i] = rest[i] + turn * way[i];
    square = next;
  }
  return x;
}

/** What flows from a px to its right and to the one below it, turned round: the adjoint of forward differences. In place. */
function flow(out: Float32Array, i: number, across: number, right: number, down: number, below: number): void {
  if (right > 0) {
    out[i] -= across;
    out[i + right] += across;
  }
  if (below > 0) {
    out[i] -= down;
    out[i + below] += down;
  }
}

/** The normal equations' left side, of `h`, into `out`. */
function apply({ width, height, weight, second, along: [lx, ly] }: Slopes, h: Float32Array, out: Float32Array): void {
  for (let i = 0; i < out.length; i++) out[i] = levelWeight * h[i];
  for (let y = 0, i = 0; y < height; y++) {
    const below = y + 1 < height ? width : 0;
    for (let x = 0; x < width; x++, i++) {
      const right = x + 1 < width ? 1 : 0;
      const dx = h[i + right] - h[i];
      const dy = h[i + below] - h[i];
      const a = weight[i] * (lx * dx + ly * dy);
      const b = (second ? weight[i] : acrossWeight) * (lx * dy - ly * dx);
      flow(out, i, lx * a - ly * b, right, ly * a + lx * b, below);
    }
  }
}

function dot(a: Float32Array, b: Float32Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i] * b[i];
  return sum;
}

/** Slopes stay what they are on a grid of half the px. */
function halved({ width, height, slope, second, weight, along }: Slopes): Slopes {
  const [w, h] = [ceil(width / 2), ceil(height / 2)];
  const out: Slopes = { width: w, height: h, along, slope: new Float32Array(w * h), weight: new Float32Array(w * h) };
  if (second) out.second = new Float32Array(w * h);
  for (let y = 0, i = 0; y < h; y++) {
    const [top, bottom] = [2 * y * width, min(2 * y + 1, height - 1) * width];
    for (let x = 0; x < w; x++, i++) {
      const [left, right] = [2 * x, min(2 * x + 1, width - 1)];
      const four = [top + left, top + right, bottom + left, bottom + right];
      let [sum, turned, all] = [0, 0, 0];
      for (const at of four) {
        sum += slope[at] * weight[at];
        if (second) turned += second[at] * weight[at];
        all += weight[at];
      }
      out.slope[i] = all > 0 ? sum / all : 0;
      if (out.second) out.second[i] = all > 0 ? turned / all : 0;
      out.weight[i] = all / 4;
    }
  }
  return out;
}

/** A height on a grid of twice the px, in px of that grid. */
function enlarged(small: Float32Array, from: Slopes, to: Slopes): Float32Array {
  const out = new Float32Array(to.width * to.height);
  for (let y = 0, i = 0; y < to.height; y++) {
    const v = min(from.height - 1, max(0, (y - 0.5) / 2));
    const [row, t] = [v | 0, v - (v | 0)];
    const next = min(from.height - 1, row + 1);
    for (let x = 0; x < to.width; x++, i++) {
      const u = min(from.width - 1, max(0, (x - 0.5) / 2));
      const [column, s] = [u | 0, u - (u | 0)];
      const right = min(from.width - 1, column + 1);
      const upper = small[row * from.width + column] * (1 - s) + small[row * from.width + right] * s;
      const lower = small[next * from.width + column] * (1 - s) + small[next * from.width + right] * s;
      out[i] = 2 * (upper * (1 - t) + lower * t);
    }
  }
  return out;
}
