// Sampling a picture at places between its pixels, compiled with SIMD. The source is padded by `margin` px on all
// sides, so that
// no tap ever lies outside. Places are px of the padded source, pixel centres at whole numbers.

// @ts-ignore: decorator
@inline
function clamped(value: f32, limit: f32): f32 {
  // Not min and max: those must mind which zero is which, and are slow for it.
  return value > limit ? limit : value > 1 ? value : 1;
}

/** Catmull-Rom weights (Keys 1981, a = -1/2) for the four px around a place `t` beyond the second, one in each lane. */
// @ts-ignore: decorator
@inline
function cubicWeights(t: f32): v128 {
  const t1 = f32x4.splat(t);
  const inner = f32x4.add(f32x4.mul(f32x4(-0.5, 1.5, -1.5, 0.5), t1), f32x4(1, -2.5, 2, -0.5));
  return f32x4.add(f32x4.mul(f32x4.add(f32x4.mul(inner, t1), f32x4(-0.5, 0, 0.5, 0)), t1), f32x4(0, 1, 0, 0));
}

// @ts-ignore: decorator
@inline
function bilinear4(from: usize, stride: usize, x: f32, y: f32): v128 {
  const column = <i32>x;
  const row = <i32>y;
  const at = from + <usize>row * stride + (<usize>column << 4);
  const tx = f32x4.splat(x - <f32>column);
  const ty = f32x4.splat(y - <f32>row);
  const a = v128.load(at);
  const c = v128.load(at + stride);
  const top = f32x4.add(a, f32x4.mul(tx, f32x4.sub(v128.load(at, 16), a)));
  const bottom = f32x4.add(c, f32x4.mul(tx, f32x4.sub(v128.load(at + stride, 16), c)));
  return f32x4.add(top, f32x4.mul(ty, f32x4.sub(bottom, top)));
}

// @ts-ignore: decorator
@inline
function cubicRow4(at: usize, w0: v128, w1: v128, w2: v128, w3: v128): v128 {
  const left = f32x4.add(f32x4.mul(w0, v128.load(at)), f32x4.mul(w1, v128.load(at, 16)));
  return f32x4.add(left, f32x4.add(f32x4.mul(w2, v128.load(at, 32)), f32x4.mul(w3, v128.load(at, 48))));
}

// @ts-ignore: decorator
@inline
function bicubic4(from: usize, stride: usize, x: f32, y: f32): v128 {
  const column = <i32>x;
  const row = <i32>y;
  const at = from + <usize>(row - 1) * stride + (<usize>(column - 1) << 4);
  const across = cubicWeights(x - <f32>column);
  const down = cubicWeights(y - <f32>row);
  const w0 = v128.shuffle<f32>(across, across, 0, 0, 0, 0);
  const w1 = v128.shuffle<f32>(across, across, 1, 1, 1, 1);
  const w2 = v128.shuffle<f32>(across, across, 2, 2, 2, 2);
  const w3 = v128.shuffle<f32>(across, across, 3, 3, 3, 3);
  let sum = f32x4.mul(v128.shuffle<f32>(down, down, 0, 0, 0, 0), cubicRow4(at, w0, w1, w2, w3));
  sum = f32x4.add(sum, f32x4.mul(v128.shuffle<f32>(down, down, 1, 1, 1, 1), cubicRow4(at + stride, w0, w1, w2, w3)));
  sum = f32x4.add(sum, f32x4.mul(v128.shuffle<f32>(down, down, 2, 2, 2, 2), cubicRow4(at + 2 * stride, w0, w1, w2, w3)));
  return f32x4.add(sum, f32x4.mul(v128.shuffle<f32>(down, down, 3, 3, 3, 3), cubicRow4(at + 3 * stride, w0, w1, w2, w3)));
}

// @ts-ignore: decorator
@inline
function bilinear1(from: usize, stride: usize, x: f32, y: f32): f32 {
  const column = <i32>x;
  const row = <i32>y;
  const at = from + <usize>row * stride + (<usize>column << 2);
  const tx = x - <f32>column;
  const top = load<f32>(at) + tx * (load<f32>(at, 4) - load<f32>(at));
  const bottom = load<f32>(at + stride) + tx * (load<f32>(at + stride, 4) - load<f32>(at + stride));
  return top + (y - <f32>row) * (bottom - top);
}

// @ts-ignore: decorator
@inline
function bicubic1(from: usize, stride: usize, x: f32, y: f32): f32 {
  const column = <i32>x;
  const row = <i32>y;
  const at = from + <usize>(row - 1) * stride + (<usize>(column - 1) << 2);
  const down = cubicWeights(y - <f32>row);
  let sum = f32x4.mul(v128.shuffle<f32>(down, down, 0, 0, 0, 0), v128.load(at));
  sum = f32x4.add(sum, f32x4.mul(v128.shuffle<f32>(down, down, 1, 1, 1, 1), v128.load(at + stride)));
  sum = f32x4.add(sum, f32x4.mul(v128.shuffle<f32>(down, down, 2, 2, 2, 2), v128.load(at + 2 * stride)));
  sum = f32x4.add(sum, f32x4.mul(v128.shuffle<f32>(down, down, 3, 3, 3, 3), v128.load(at + 3 * stride)));
  const product = f32x4.mul(sum, cubicWeights(x - <f32>column));
  return f32x4.extract_lane(product, 0) + f32x4.extract_lane(product, 1) + f32x4.extract_lane(product, 2) + f32x4.extract_lane(product, 3);
}

// @ts-ignore: decorator
@inline
function sample(channels: i32, cubic: bool, from: usize, stride: usize, x: f32, y: f32, to: usize): void {
  if (channels == 4) v128.store(to, cubic ? bicubic4(from, stride, x, y) : bilinear4(from, stride, x, y));
  else store<f32>(to, cubic ? bicubic1(from, stride, x, y) : bilinear1(from, stride, x, y));
}

// @ts-ignore: decorator
@inline
function atPlaces(channels: i32, cubic: bool, from: usize, stride: usize, maxX: f32, maxY: f32, places: usize, to: usize, count: i32): void {
  for (let i: i32 = 0; i < count; i++, places += 8, to += <usize>channels << 2) {
    sample(channels, cubic, from, stride, clamped(load<f32>(places), maxX), clamped(load<f32>(places, 4), maxY), to);
  }
}

/**
 * Samples at any places.
 * @param stride bytes of a source row
 * @param maxX, maxY the last places with all taps inside
 * @param places x and y for each of `count` outputs
 */
export function warpAt(channels: i32, cubic: i32, from: usize, stride: i32, maxX: f32, maxY: f32, places: usize, to: usize, count: i32): void {
  if (channels == 4) {
    if (cubic) atPlaces(4, true, from, stride, maxX, maxY, places, to, count);
    else atPlaces(4, false, from, stride, maxX, maxY, places, to, count);
  } else if (cubic) atPlaces(1, true, from, stride, maxX, maxY, places, to, count);
  else atPlaces(1, false, from, stride, maxX, maxY, places, to, count);
}

// @ts-ignore: decorator
@inline
function alongRow(channels: i32, cubic: bool, from: usize, stride: usize, maxX: f32, maxY: f32, x: f64, y: f64, w: f64, dx: f64, dy: f64, dw: f64, to: usize, count: i32): void {
  if (dw == 0 && w == 1) {
    // Nothing recedes: no division.
    for (let i: i32 = 0; i < count; i++, to += <usize>channels << 2, x += dx, y += dy) {
      sample(channels, cubic, from, stride, clamped(<f32>x, maxX), clamped(<f32>y, maxY), to);
    }
    return;
  }
  for (let i: i32 = 0; i < count; i++, to += <usize>channels << 2) {
    const steps = <f64>i;
    const depth = 1 / (w + steps * dw);
    sample(channels, cubic, from, stride, clamped(<f32>((x + steps * dx) * depth), maxX), clamped(<f32>((y + steps * dy) * depth), maxY), to);
  }
}

/**
 * Samples along one output row of a plane seen in perspective: homogeneous place (x, y, w) of the first px, and its
 * step per px.
 */
export function warpRow(
  channels: i32, cubic: i32, from: usize, stride: i32, maxX: f32, maxY: f32, x: f64, y: f64, w: f64, dx: f64, dy: f64, dw: f64, to: usize, count: i32,
): void {
  if (channels == 4) {
    if (cubic) alongRow(4, true, from, stride, maxX, maxY, x, y, w, dx, dy, dw, to, count);
    else alongRow(4, false, from, stride, maxX, maxY, x, y, w, dx, dy, dw, to, count);
  } else if (cubic) alongRow(1, true, from, stride, maxX, maxY, x, y, w, dx, dy, dw, to, count);
  else alongRow(1, false, from, stride, maxX, maxY, x, y, w, dx, dy, dw, to, count);
}
