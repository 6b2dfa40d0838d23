// Discs as rows of running sums, four channels at a time.

// @ts-ignore: decorator
@inline
function joined(low: v128, high: v128): v128 {
  return i32x4.shuffle(f32x4.demote_f64x2_zero(low), f32x4.demote_f64x2_zero(high), 0, 1, 4, 5);
}

/**
 * Running sums of a row: at each place the sum of all px before it, `before` times nothing first, and the whole sum as often
 * again behind. @param to `before + width + 1 + behind` px
 */
export function sumRow(from: usize, to: usize, width: i32, before: i32, behind: i32): void {
  // Summed in doubles: single ones would lose what is small beside a long row.
  let low = f64x2.splat(0);
  let high = f64x2.splat(0);
  for (let i: i32 = 0; i < before; i++, to += 16) v128.store(to, f32x4.splat(0));
  for (let i: i32 = 0; i < width; i++, from += 16, to += 16) {
    v128.store(to, joined(low, high));
    const px = v128.load(from);
    low = f64x2.add(low, f64x2.promote_low_f32x4(px));
    high = f64x2.add(high, f64x2.promote_low_f32x4(i32x4.shuffle(px, px, 2, 3, 2, 3)));
  }
  for (let i: i32 = 0; i <= behind; i++, to += 16) v128.store(to, joined(low, high));
}

/** Adds what lies between two places of a row, for `count` places one after the other. Shares lie between px. */
export function addSpans(left: usize, leftShare: f32, right: usize, rightShare: f32, found: usize, count: i32): void {
  const leftPart = f32x4.splat(leftShare);
  const rightPart = f32x4.splat(rightShare);
  let a = v128.load(left);
  let b = v128.load(right);
  for (let i: i32 = 0; i < count; i++, left += 16, right += 16, found += 16) {
    const nextLeft = v128.load(left, 16);
    const nextRight = v128.load(right, 16);
    const to = f32x4.add(b, f32x4.mul(rightPart, f32x4.sub(nextRight, b)));
    const from = f32x4.add(a, f32x4.mul(leftPart, f32x4.sub(nextLeft, a)));
    v128.store(found, f32x4.add(v128.load(found), f32x4.sub(to, from)));
    a = nextLeft;
    b = nextRight;
  }
}

/** Every value times a factor, in place. @param count of px */
export function scale(values: usize, factor: f32, count: i32): void {
  const by = f32x4.splat(factor);
  for (let i: i32 = 0; i < count; i++, values += 16) v128.store(values, f32x4.mul(v128.load(values), by));
}

/**
 * Adds a row weighed by taps to what has been found. @param step bytes from one px to the next @param count of floats, a multiple of 4
 */
export function addTaps(from: usize, step: usize, weights: usize, taps: i32, found: usize, count: i32): void {
  for (let i: i32 = 0; i < count; i += 4, from += 16, found += 16) {
    let sum = v128.load(found);
    let at = from;
    for (let k: i32 = 0; k < taps; k++, at += step)
      sum = f32x4.add(sum, f32x4.mul(v128.load32_splat(weights + ((<usize>k) << 2)), v128.load(at)));
    v128.store(found, sum);
  }
}
