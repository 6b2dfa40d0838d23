// Blending, compiled with SIMD: one premultiplied RGBA pixel per vector. With s and b the premultiplied source and
// backdrop and
// A, B their alphas, every mode is  s (1 - B) + b (1 - A) + A B f(b / B, s / A)  (W3C Compositing and Blending Level
// 1); the last
// term is written here without dividing wherever that can be done.

// @ts-ignore: decorator
@inline
function ones(): v128 {
  return f32x4.splat(1);
}

// @ts-ignore: decorator
@inline
function alphaOf(pixel: v128): v128 {
  return v128.shuffle<f32>(pixel, pixel, 3, 3, 3, 3);
}

// @ts-ignore: decorator
@inline
function select(yes: v128, no: v128, where: v128): v128 {
  return v128.bitselect(yes, no, where);
}

/** Divides, and gives 0 where the divisor is 0. */
// @ts-ignore: decorator
@inline
function share(part: v128, whole: v128): v128 {
  return v128.and(f32x4.div(part, whole), f32x4.gt(whole, f32x4.splat(0)));
}

// @ts-ignore: decorator
@inline
function hardLight(s: v128, b: v128, sAlpha: v128, bAlpha: v128, both: v128, dark: v128): v128 {
  const product = f32x4.mul(s, b);
  const lower = f32x4.add(product, product);
  const rest = f32x4.mul(f32x4.sub(bAlpha, b), f32x4.sub(sAlpha, s));
  return select(lower, f32x4.sub(both, f32x4.add(rest, rest)), dark);
}

// @ts-ignore: decorator
@inline
function softLight(s: v128, b: v128, sAlpha: v128, bAlpha: v128): v128 {
  const back = share(b, bAlpha);
  const strength = f32x4.sub(f32x4.add(s, s), sAlpha);
  const darker = f32x4.mul(back, f32x4.sub(ones(), back));
  const low = f32x4.mul(f32x4.add(f32x4.mul(f32x4.sub(f32x4.mul(f32x4.splat(16), back), f32x4.splat(12)), back), f32x4.splat(4)), back);
  const root = select(low, f32x4.sqrt(back), f32x4.le(back, f32x4.splat(0.25)));
  const change = select(darker, f32x4.sub(root, back), f32x4.le(strength, f32x4.splat(0)));
  return f32x4.mul(bAlpha, f32x4.add(f32x4.mul(sAlpha, back), f32x4.mul(strength, change)));
}

// @ts-ignore: decorator
@inline
function colourDodge(s: v128, b: v128, sAlpha: v128, both: v128): v128 {
  const room = f32x4.sub(sAlpha, s);
  const lit = f32x4.min(both, f32x4.div(f32x4.mul(b, f32x4.mul(sAlpha, sAlpha)), room));
  return v128.and(select(lit, both, f32x4.gt(room, f32x4.splat(0))), f32x4.gt(b, f32x4.splat(0)));
}

// @ts-ignore: decorator
@inline
function colourBurn(s: v128, b: v128, sAlpha: v128, bAlpha: v128, both: v128): v128 {
  const gap = f32x4.sub(bAlpha, b);
  const burnt = f32x4.sub(both, f32x4.min(both, f32x4.div(f32x4.mul(gap, f32x4.mul(sAlpha, sAlpha)), s)));
  return select(v128.and(burnt, f32x4.gt(s, f32x4.splat(0))), both, f32x4.gt(gap, f32x4.splat(0)));
}

/** 0.3 R + 0.59 G + 0.11 B in every lane. */
// @ts-ignore: decorator
@inline
function luminosity(pixel: v128): v128 {
  const weighted = f32x4.mul(pixel, f32x4(0.3, 0.59, 0.11, 0));
  const half = f32x4.add(weighted, v128.shuffle<f32>(weighted, weighted, 1, 0, 3, 2));
  return f32x4.add(half, v128.shuffle<f32>(half, half, 2, 3, 0, 1));
}

// @ts-ignore: decorator
@inline
function least(pixel: v128): v128 {
  return f32x4.min(f32x4.min(v128.shuffle<f32>(pixel, pixel, 0, 0, 0, 0), v128.shuffle<f32>(pixel, pixel, 1, 1, 1, 1)), v128.shuffle<f32>(pixel, pixel, 2, 2, 2, 2));
}

// @ts-ignore: decorator
@inline
function most(pixel: v128): v128 {
  return f32x4.max(f32x4.max(v128.shuffle<f32>(pixel, pixel, 0, 0, 0, 0), v128.shuffle<f32>(pixel, pixel, 1, 1, 1, 1)), v128.shuffle<f32>(pixel, pixel, 2, 2, 2, 2));
}

/** The colour with another saturation: its least channel at 0, its greatest at `wanted`. */
// @ts-ignore: decorator
@inline
function withSaturation(pixel: v128, wanted: v128): v128 {
  const low = least(pixel);
  return share(f32x4.mul(f32x4.sub(pixel, low), wanted), f32x4.sub(most(pixel), low));
}

/** The colour with another luminosity, brought back between 0 and `ceiling` without changing it. */
// @ts-ignore: decorator
@inline
function withLuminosity(pixel: v128, wanted: v128, ceiling: v128): v128 {
  const moved = f32x4.add(pixel, f32x4.sub(wanted, luminosity(pixel)));
  const low = least(moved);
  const fromBelow = f32x4.add(wanted, share(f32x4.mul(f32x4.sub(moved, wanted), wanted), f32x4.sub(wanted, low)));
  const raised = select(fromBelow, moved, f32x4.lt(low, f32x4.splat(0)));
  const high = most(raised);
  const fromAbove = f32x4.add(wanted, share(f32x4.mul(f32x4.sub(raised, wanted), f32x4.sub(ceiling, wanted)), f32x4.sub(high, wanted)));
  return select(fromAbove, raised, f32x4.gt(high, ceiling));
}

// @ts-ignore: decorator
@inline
function inseparable(mode: i32, s: v128, b: v128, both: v128): v128 {
  if (mode == 12) return withLuminosity(withSaturation(s, f32x4.sub(most(b), least(b))), luminosity(b), both);
  if (mode == 13) return withLuminosity(withSaturation(b, f32x4.sub(most(s), least(s))), luminosity(b), both);
  if (mode == 14) return withLuminosity(s, luminosity(b), both);
  return withLuminosity(b, luminosity(s), both);
}

/** The term A B f(b / B, s / A) of a mode. */
// @ts-ignore: decorator
@inline
function together(mode: i32, s: v128, b: v128, sAlpha: v128, bAlpha: v128, both: v128): v128 {
  if (mode == 1) return f32x4.mul(s, b);
  if (mode == 3) return hardLight(s, b, sAlpha, bAlpha, both, f32x4.le(f32x4.add(b, b), bAlpha));
  if (mode == 8) return hardLight(s, b, sAlpha, bAlpha, both, f32x4.le(f32x4.add(s, s), sAlpha));
  if (mode == 6) return colourDodge(s, b, sAlpha, both);
  if (mode == 7) return colourBurn(s, b, sAlpha, bAlpha, both);
  if (mode == 9) return softLight(s, b, sAlpha, bAlpha);
  const ofS = f32x4.mul(s, bAlpha);
  const ofB = f32x4.mul(b, sAlpha);
  if (mode == 4) return f32x4.min(ofS, ofB);
  if (mode == 5) return f32x4.max(ofS, ofB);
  if (mode == 10) return f32x4.abs(f32x4.sub(ofS, ofB));
  if (mode == 17) return f32x4.max(f32x4.splat(0), f32x4.sub(ofB, ofS));
  if (mode == 11) {
    const product = f32x4.mul(s, b);
    return f32x4.sub(f32x4.add(ofS, ofB), f32x4.add(product, product));
  }
  return inseparable(mode, ofS, ofB, both);
}

// @ts-ignore: decorator
@inline
function pixel(mode: i32, s: v128, b: v128): v128 {
  if (mode == 0) return f32x4.add(s, f32x4.mul(b, f32x4.sub(ones(), alphaOf(s))));
  if (mode == 2) return f32x4.sub(f32x4.add(s, b), f32x4.mul(s, b));
  if (mode == 16) return f32x4.min(ones(), f32x4.add(s, b));
  const sAlpha = alphaOf(s);
  const bAlpha = alphaOf(b);
  const both = f32x4.mul(sAlpha, bAlpha);
  const term = select(both, together(mode, s, b, sAlpha, bAlpha, both), i32x4(0, 0, 0, -1));
  return f32x4.add(f32x4.add(f32x4.mul(s, f32x4.sub(ones(), bAlpha)), f32x4.mul(b, f32x4.sub(ones(), sAlpha))), term);
}

/** One loop for each mode: `mode` is a constant in it, so all other modes fall away. */
// @ts-ignore: decorator
@inline
function all(mode: i32, above: usize, below: usize, count: i32): void {
  const end = below + (<usize>count << 4);
  for (; below < end; below += 16, above += 16) v128.store(below, pixel(mode, v128.load(above), v128.load(below)));
}

/**
 * Lays `count` pixels over others, which are changed in place. Modes are numbered as in `blendModes`.
 */
export function blend(mode: i32, above: usize, below: usize, count: i32): void {
  switch (mode) {
    case 0: return all(0, above, below, count);
    case 1: return all(1, above, below, count);
    case 2: return all(2, above, below, count);
    case 3: return all(3, above, below, count);
    case 4: return all(4, above, below, count);
    case 5: return all(5, above, below, count);
    case 6: return all(6, above, below, count);
    case 7: return all(7, above, below, count);
    case 8: return all(8, above, below, count);
    case 9: return all(9, above, below, count);
    case 10: return all(10, above, below, count);
    case 11: return all(11, above, below, count);
    case 12: return all(12, above, below, count);
    case 13: return all(13, above, below, count);
    case 14: return all(14, above, below, count);
    case 15: return all(15, above, below, count);
    case 16: return all(16, above, below, count);
    case 17: return all(17, above, below, count);
  }
}

/**
 * What was mixed with what lies below, less the part of it that source-over leaves of that: a layer, to be laid on by source-over.
 * Where nothing is painted, it is nothing.
 * @param above whose alphas count, @param below premultiplied px @param mixed premultiplied px, changed in place
 */
export function lessBelow(above: usize, below: usize, mixed: usize, count: i32): void {
  const end = mixed + (<usize>count << 4);
  for (; mixed < end; mixed += 16, above += 16, below += 16) {
    const alpha = load<f32>(above, 12);
    if (alpha <= 0) {
      v128.store(mixed, f32x4.splat(0));
      continue;
    }
    const left = f32x4.sub(v128.load(mixed), f32x4.mul(v128.load(below), f32x4.splat(<f32>1 - alpha)));
    v128.store(mixed, f32x4.replace_lane(left, 3, alpha));
  }
}

/** 1 where anything of so many px is painted. */
export function hasInk(pixels: usize, count: i32): i32 {
  for (let i: i32 = 0; i < count; i++, pixels += 16) if (load<f32>(pixels, 12) > 0) return 1;
  return 0;
}
