// Closings of a plane by squares, four px at a time.

/**
 * How far each px lies below what its surroundings are filled to: its closing by a square less itself. Runs of twice the
 * length are made of two, along the rows and then along the columns.
 * @param from floats, a row after the other @param scratch room for (width + 4 reach)(height + 4 reach) floats
 * @param sign -1 turns the plane upside down: how far each px lies above its opening
 */
export function hat(from: usize, width: i32, height: i32, reach: i32, sign: f32, scratch: usize, out: usize): void {
  const stride = width + 4 * reach;
  const total = stride * (height + 4 * reach);
  const run = 2 * reach + 1;
  const nothing = f32x4.splat(-Infinity);
  for (let i: i32 = 0; i < total; i += 4) v128.store(scratch + (<usize>i << 2), nothing);
  const factor = f32x4.splat(sign);
  for (let y: i32 = 0; y < height; y++) {
    const row = from + (<usize>(y * width) << 2);
    const to = scratch + (<usize>((y + 2 * reach) * stride + 2 * reach) << 2);
    let x: i32 = 0;
    for (; x + 4 <= width; x += 4)
      v128.store(to + (<usize>x << 2), f32x4.mul(v128.load(row + (<usize>x << 2)), factor));
    for (; x < width; x++) store<f32>(to + (<usize>x << 2), load<f32>(row + (<usize>x << 2)) * sign);
  }
  widen(scratch, total, 1, run, true);
  widen(scratch, total, stride, run, true);
  widen(scratch, total, 1, run, false);
  widen(scratch, total, stride, run, false);
  for (let y: i32 = 0; y < height; y++) {
    const row = from + (<usize>(y * width) << 2);
    const closed = scratch + (<usize>(y * stride) << 2);
    const to = out + (<usize>(y * width) << 2);
    for (let x: i32 = 0; x < width; x++)
      store<f32>(to + (<usize>x << 2), load<f32>(closed + (<usize>x << 2)) - load<f32>(row + (<usize>x << 2)) * sign);
  }
}

/** Each value becomes the greatest, or the least, of so many that follow it, `step` apart; in place. */
@inline
function widen(at: usize, total: i32, step: i32, count: i32, isMost: bool): void {
  for (let run: i32 = 1; run < count; ) {
    const more = min(run, count - run);
    const off = <usize>(more * step) << 2;
    const end = at + (<usize>((total - more * step) & ~3) << 2);
    for (let p = at; p < end; p += 16) {
      const own = v128.load(p);
      const other = v128.load(p + off);
      v128.store(p, isMost ? f32x4.max(own, other) : f32x4.min(own, other));
    }
    run += more;
  }
}
