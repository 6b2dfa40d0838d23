// Gaussian blur, compiled with SIMD. Pixels are runs of floats; a step of `step` floats leads to the next sample of the
// same
// channel, so that one loop serves rows (step = channels) and columns (step = floats in a row), mattes and colours.
// Rows are padded to whole vectors; what is computed beyond their end is never read.

/** How many floats beside one another are carried down a column at a time: few enough to stay in the first cache. */
const columnBlock: i32 = 64;

/**
 * A symmetric convolution. out[i] = sum over k of weights[|k|] * in[i + k * step], for `count` floats (a multiple of
 * 4).
 * @param from where the first output's own sample lies
 */
export function convolveRow(from: usize, to: usize, count: i32, weights: usize, reach: i32, step: i32): void {
  const stride = <usize>step << 2;
  let i: i32 = 0;
  for (; i + 16 <= count; i += 16) {
    const at = from + (<usize>i << 2);
    let weight = v128.load32_splat(weights);
    let a = f32x4.mul(weight, v128.load(at));
    let b = f32x4.mul(weight, v128.load(at, 16));
    let c = f32x4.mul(weight, v128.load(at, 32));
    let d = f32x4.mul(weight, v128.load(at, 48));
    let left = at;
    let right = at;
    for (let k: i32 = 1; k <= reach; k++) {
      left -= stride;
      right += stride;
      weight = v128.load32_splat(weights + (<usize>k << 2));
      a = f32x4.add(a, f32x4.mul(weight, f32x4.add(v128.load(left), v128.load(right))));
      b = f32x4.add(b, f32x4.mul(weight, f32x4.add(v128.load(left, 16), v128.load(right, 16))));
      c = f32x4.add(c, f32x4.mul(weight, f32x4.add(v128.load(left, 32), v128.load(right, 32))));
      d = f32x4.add(d, f32x4.mul(weight, f32x4.add(v128.load(left, 48), v128.load(right, 48))));
    }
    const out = to + (<usize>i << 2);
    v128.store(out, a);
    v128.store(out, b, 16);
    v128.store(out, c, 32);
    v128.store(out, d, 48);
  }
  for (; i < count; i += 4) {
    const at = from + (<usize>i << 2);
    let sum = f32x4.mul(v128.load32_splat(weights), v128.load(at));
    for (let k: i32 = 1; k <= reach; k++) {
      const away = <usize>k * stride;
      sum = f32x4.add(sum, f32x4.mul(v128.load32_splat(weights + (<usize>k << 2)), f32x4.add(v128.load(at - away), v128.load(at + away))));
    }
    v128.store(to + (<usize>i << 2), sum);
  }
}

/** Rows of a block. `from` is where the first output's own sample lies; strides in floats. */
export function convolveAcross(from: usize, fromStride: i32, to: usize, toStride: i32, count: i32, rows: i32, weights: usize, reach: i32, step: i32): void {
  for (let y: i32 = 0; y < rows; y++) convolveRow(from + ((<usize>y * fromStride) << 2), to + ((<usize>y * toStride) << 2), count, weights, reach, step);
}

/** Columns of a block, some beside one another at a time. */
export function convolveDown(from: usize, stride: i32, to: usize, toStride: i32, count: i32, rows: i32, weights: usize, reach: i32): void {
  for (let x: i32 = 0; x < count; x += columnBlock) {
    const part = min(columnBlock, count - x);
    const at = <usize>x << 2;
    for (let y: i32 = 0; y < rows; y++) convolveRow(from + at + ((<usize>y * stride) << 2), to + at + ((<usize>y * toStride) << 2), part, weights, reach, stride);
  }
}

/** The binomial filter of six taps, (1 5 10 10 5 1) / 32, its taps given in pairs from the outermost inwards. */
// @ts-ignore: decorator
@inline
function sixTaps(first: v128, last: v128, second: v128, fifth: v128, third: v128, fourth: v128): v128 {
  const outer = f32x4.mul(f32x4.splat(1.0 / 32.0), f32x4.add(first, last));
  const middle = f32x4.mul(f32x4.splat(5.0 / 32.0), f32x4.add(second, fifth));
  const inner = f32x4.mul(f32x4.splat(10.0 / 32.0), f32x4.add(third, fourth));
  return f32x4.add(outer, f32x4.add(middle, inner));
}

/**
 * Halves the rows: out row j = (r[2j-2] + 5 r[2j-1] + 10 r[2j] + 10 r[2j+1] + 5 r[2j+2] + r[2j+3]) / 32; `from` is row
 * 2j-2 of the first.
 */
export function halveDown(from: usize, stride: i32, to: usize, toStride: i32, count: i32, rows: i32): void {
  const row = <usize>stride << 2;
  for (let y: i32 = 0; y < rows; y++) {
    let at = from + <usize>(2 * y) * row;
    let out = to + ((<usize>y * toStride) << 2);
    for (let i: i32 = 0; i < count; i += 4, at += 16, out += 16) {
      v128.store(out, sixTaps(v128.load(at), v128.load(at + 5 * row), v128.load(at + row), v128.load(at + 4 * row), v128.load(at + 2 * row), v128.load(at + 3 * row)));
    }
  }
}

/** Halves each row of four-channel pixels; `from` is pixel 2j-2 of the first output. `count` output pixels. */
export function halveAcross4(from: usize, stride: i32, to: usize, toStride: i32, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    let at = from + ((<usize>y * stride) << 2);
    let out = to + ((<usize>y * toStride) << 2);
    for (let i: i32 = 0; i < count; i++, at += 32, out += 16) {
      v128.store(out, sixTaps(v128.load(at), v128.load(at, 80), v128.load(at, 16), v128.load(at, 64), v128.load(at, 32), v128.load(at, 48)));
    }
  }
}

/** As `halveAcross4` for one channel, four outputs at a time. */
export function halveAcross1(from: usize, stride: i32, to: usize, toStride: i32, count: i32, rows: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    let at = from + ((<usize>y * stride) << 2);
    let out = to + ((<usize>y * toStride) << 2);
    for (let i: i32 = 0; i < count; i += 4, at += 32, out += 16) {
      const p0 = v128.load(at);
      const p1 = v128.load(at, 16);
      const q0 = v128.load(at, 8);
      const q1 = v128.load(at, 24);
      const r0 = v128.load(at, 16);
      const r1 = v128.load(at, 32);
      v128.store(out, sixTaps(evens(p0, p1), odds(r0, r1), odds(p0, p1), evens(r0, r1), evens(q0, q1), odds(q0, q1)));
    }
  }
}

// @ts-ignore: decorator
@inline
function evens(a: v128, b: v128): v128 {
  return v128.shuffle<f32>(a, b, 0, 2, 4, 6);
}

// @ts-ignore: decorator
@inline
function odds(a: v128, b: v128): v128 {
  return v128.shuffle<f32>(a, b, 1, 3, 5, 7);
}

/**
 * Grows columns by a whole factor with a cubic B-spline: each output row is a sum of four rows.
 * @param phases four weights for each of `factor` places
 * @param place of the first output row among the phases; `from` is the first of its four rows
 */
export function growDown(from: usize, stride: i32, to: usize, toStride: i32, count: i32, rows: i32, phases: usize, factor: i32, place: i32): void {
  const row = <usize>stride << 2;
  let top = from;
  for (let y: i32 = 0; y < rows; y++) {
    const w = phases + (<usize>place << 4);
    const w0 = v128.load32_splat(w);
    const w1 = v128.load32_splat(w, 4);
    const w2 = v128.load32_splat(w, 8);
    const w3 = v128.load32_splat(w, 12);
    let at = top;
    let out = to + ((<usize>y * toStride) << 2);
    for (let i: i32 = 0; i < count; i += 4, at += 16, out += 16) {
      const low = f32x4.add(f32x4.mul(w0, v128.load(at)), f32x4.mul(w1, v128.load(at + row)));
      const high = f32x4.add(f32x4.mul(w2, v128.load(at + 2 * row)), f32x4.mul(w3, v128.load(at + 3 * row)));
      v128.store(out, f32x4.add(low, high));
    }
    if (++place == factor) {
      place = 0;
      top += row;
    }
  }
}

/** Grows one row of four-channel pixels, `count` output pixels; otherwise as `growDown`. */
export function growAcross4(from: usize, stride: i32, to: usize, toStride: i32, count: i32, rows: i32, phases: usize, factor: i32, place: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    let at = from + ((<usize>y * stride) << 2);
    let out = to + ((<usize>y * toStride) << 2);
    let left = count;
    let phase = place;
    while (left > 0) {
      const a = v128.load(at);
      const b = v128.load(at, 16);
      const c = v128.load(at, 32);
      const d = v128.load(at, 48);
      const run = min(left, factor - phase);
      let w = phases + (<usize>phase << 4);
      for (let i: i32 = 0; i < run; i++, w += 16, out += 16) {
        const low = f32x4.add(f32x4.mul(v128.load32_splat(w), a), f32x4.mul(v128.load32_splat(w, 4), b));
        const high = f32x4.add(f32x4.mul(v128.load32_splat(w, 8), c), f32x4.mul(v128.load32_splat(w, 12), d));
        v128.store(out, f32x4.add(low, high));
      }
      left -= run;
      phase = 0;
      at += 16;
    }
  }
}

/** As `growAcross4` for one channel. */
export function growAcross1(from: usize, stride: i32, to: usize, toStride: i32, count: i32, rows: i32, phases: usize, factor: i32, place: i32): void {
  for (let y: i32 = 0; y < rows; y++) {
    let at = from + ((<usize>y * stride) << 2);
    let out = to + ((<usize>y * toStride) << 2);
    let left = count;
    let phase = place;
    while (left > 0) {
      const four = v128.load(at);
      const run = min(left, factor - phase);
      let w = phases + (<usize>phase << 4);
      for (let i: i32 = 0; i < run; i++, w += 16, out += 4) {
        const product = f32x4.mul(four, v128.load(w));
        const folded = f32x4.add(product, v128.shuffle<f32>(product, product, 2, 3, 0, 1));
        f32.store(out, f32x4.extract_lane(folded, 0) + f32x4.extract_lane(folded, 1));
      }
      left -= run;
      phase = 0;
      at += 4;
    }
  }
}
