// Equations between the px of a grid and their neighbours, four px at a time.

/**
 * Steps of conjugate gradients with the diagonal as preconditioner.
 * @param direction floats, as `ties`, with room for two rows and two px before and after, all 0
 * @param ties twelve planes, `plane` bytes apart @param spans first px and end of each row that holds unknowns
 * @param size of the error that is left @param goal ends when it has fallen to this
 * @returns the size; negative where no further step helps
 */
export function stencilSteps(
  direction: usize,
  product: usize,
  rest: usize,
  values: usize,
  inverse: usize,
  diagonal: usize,
  ties: usize,
  plane: usize,
  spans: usize,
  width: i32,
  height: i32,
  steps: i32,
  size: f64,
  goal: f64,
): f64 {
  for (let step: i32 = 0; step < steps && size > goal; step++) {
    const along = stencilProduct(direction, product, diagonal, ties, plane, spans, width, height);
    if (!(along > 0)) return -size;
    const length = f32x4.splat(<f32>(size / along));
    let next: f64 = 0;
    for (let y: i32 = 0; y < height; y++) {
      const end = rowEnd(spans, width, y);
      let sum = f32x4.splat(0);
      for (let at = rowBegin(spans, width, y); at < end; at += 16) {
        const way = v128.load(direction + at);
        v128.store(values + at, f32x4.add(v128.load(values + at), f32x4.mul(length, way)));
        const left = f32x4.sub(v128.load(rest + at), f32x4.mul(length, v128.load(product + at)));
        v128.store(rest + at, left);
        sum = f32x4.add(sum, f32x4.mul(left, f32x4.mul(left, v128.load(inverse + at))));
      }
      next += lanes(sum);
    }
    const share = f32x4.splat(<f32>(next / size));
    for (let y: i32 = 0; y < height; y++) {
      const end = rowEnd(spans, width, y);
      for (let at = rowBegin(spans, width, y); at < end; at += 16) {
        const scaled = f32x4.mul(v128.load(rest + at), v128.load(inverse + at));
        v128.store(direction + at, f32x4.add(scaled, f32x4.mul(share, v128.load(direction + at))));
      }
    }
    size = next;
  }
  return size;
}

/** What the equations make of `from`; @returns the sum of both, px by px */
export function stencilProduct(
  from: usize,
  product: usize,
  diagonal: usize,
  ties: usize,
  plane: usize,
  spans: usize,
  width: i32,
  height: i32,
): f64 {
  const below = <usize>width << 2;
  let all: f64 = 0;
  for (let y: i32 = 0; y < height; y++) {
    const end = rowEnd(spans, width, y);
    let sum = f32x4.splat(0);
    for (let at = rowBegin(spans, width, y); at < end; at += 16) {
      const own = v128.load(from + at);
      let out = f32x4.mul(own, v128.load(diagonal + at));
      const near = from + at;
      let tie = ties + at;
      out = both(out, tie, near, 4);
      out = both(out, (tie += plane), near, 8);
      for (let k: i32 = 1; k <= 2; k++) {
        const down = <usize>k * below;
        out = both(out, (tie += plane), near, down - 8);
        out = both(out, (tie += plane), near, down - 4);
        out = both(out, (tie += plane), near, down);
        out = both(out, (tie += plane), near, down + 4);
        out = both(out, (tie += plane), near, down + 8);
      }
      v128.store(product + at, out);
      sum = f32x4.add(sum, f32x4.mul(own, out));
    }
    all += lanes(sum);
  }
  return all;
}

/** Where the unknowns of a row begin and end, bytes from the first px. */
@inline
function rowBegin(spans: usize, width: i32, y: i32): usize {
  return <usize>(y * width + load<i32>(spans + (<usize>y << 3))) << 2;
}

@inline
function rowEnd(spans: usize, width: i32, y: i32): usize {
  return <usize>(y * width + load<i32>(spans + (<usize>y << 3) + 4)) << 2;
}

/** Adds what the neighbour ahead and the one behind, equally far off, give. */
@inline
function both(sum: v128, tie: usize, near: usize, off: usize): v128 {
  const ahead = f32x4.mul(v128.load(tie), v128.load(near + off));
  const behind = f32x4.mul(v128.load(tie - off), v128.load(near - off));
  return f32x4.add(sum, f32x4.add(ahead, behind));
}

@inline
function lanes(four: v128): f64 {
  return (
    <f64>f32x4.extract_lane(four, 0) +
    <f64>f32x4.extract_lane(four, 1) +
    <f64>f32x4.extract_lane(four, 2) +
    <f64>f32x4.extract_lane(four, 3)
  );
}
