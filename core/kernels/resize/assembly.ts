// Resizing by weights that were worked out before, compiled with SIMD: first down the columns, then along the rows.
// Four floats to a
// px, or one. Also the way in from bytes (sRGB to light) and the way out (light to encoded, with the share of a px that
// is covered).
import { decodeByte, encodeOne } from '../colour/assembly';

/**
 * A sum of `taps` rows for a whole row: to[i] = sum over k of weights[k] * from[i + k * stride]. `count` is a multiple
 * of 4.
 */
export function sumRows(from: usize, stride: i32, weights: usize, taps: i32, to: usize, count: i32): void {
  const step = (<usize>stride) << 2;
  let i: i32 = 0;
  for (; i + 16 <= count; i += 16) {
    let at = from + ((<usize>i) << 2);
    let a = f32x4.splat(0);
    let b = a;
    let c = a;
    let d = a;
    for (let k: i32 = 0; k < taps; k++, at += step) {
      const weight = v128.load32_splat(weights + ((<usize>k) << 2));
      a = f32x4.add(a, f32x4.mul(weight, v128.load(at)));
      b = f32x4.add(b, f32x4.mul(weight, v128.load(at, 16)));
      c = f32x4.add(c, f32x4.mul(weight, v128.load(at, 32)));
      d = f32x4.add(d, f32x4.mul(weight, v128.load(at, 48)));
    }
    const out = to + ((<usize>i) << 2);
    v128.store(out, a);
    v128.store(out, b, 16);
    v128.store(out, c, 32);
    v128.store(out, d, 48);
  }
  for (; i < count; i += 4) {
    let at = from + ((<usize>i) << 2);
    let sum = f32x4.splat(0);
    for (let k: i32 = 0; k < taps; k++, at += step)
      sum = f32x4.add(sum, f32x4.mul(v128.load32_splat(weights + ((<usize>k) << 2)), v128.load(at)));
    v128.store(to + ((<usize>i) << 2), sum);
  }
}

/**
 * Sums along one row of four-channel px.
 * @param firsts the first source px of each output px
 * @param weights `taps` for each output px
 */
export function sumAcross4(from: usize, firsts: usize, weights: usize, taps: i32, to: usize, count: i32): void {
  for (let i: i32 = 0; i < count; i++, firsts += 4, to += 16) {
    let at = from + ((<usize>load<i32>(firsts)) << 4);
    let a = f32x4.splat(0);
    let b = a;
    let k: i32 = 0;
    for (; k + 2 <= taps; k += 2, at += 32, weights += 8) {
      a = f32x4.add(a, f32x4.mul(v128.load32_splat(weights), v128.load(at)));
      b = f32x4.add(b, f32x4.mul(v128.load32_splat(weights, 4), v128.load(at, 16)));
    }
    if (k < taps) {
      a = f32x4.add(a, f32x4.mul(v128.load32_splat(weights), v128.load(at)));
      weights += 4;
    }
    v128.store(to, f32x4.add(a, b));
  }
}

/** As `sumAcross4` for one channel; `taps` is a multiple of 4 and the row may be read a little beyond its end. */
export function sumAcross1(from: usize, firsts: usize, weights: usize, taps: i32, to: usize, count: i32): void {
  for (let i: i32 = 0; i < count; i++, firsts += 4, to += 4) {
    let at = from + ((<usize>load<i32>(firsts)) << 2);
    let sum = f32x4.splat(0);
    for (let k: i32 = 0; k < taps; k += 4, at += 16, weights += 16)
      sum = f32x4.add(sum, f32x4.mul(v128.load(weights), v128.load(at)));
    const half = f32x4.add(sum, v128.shuffle<f32>(sum, sum, 2, 3, 0, 1));
    store<f32>(to, f32x4.extract_lane(half, 0) + f32x4.extract_lane(half, 1));
  }
}

/** Straight sRGB bytes of 3 or 4 channels to premultiplied light. */
export function lightOfBytes(from: usize, channels: i32, to: usize, count: i32): void {
  for (let i: i32 = 0; i < count; i++, from += channels, to += 16) {
    const alpha: f32 = channels == 4 ? <f32>load<u8>(from, 3) / 255 : 1;
    store<f32>(to, decodeByte(load<u8>(from)) * alpha);
    store<f32>(to, decodeByte(load<u8>(from, 1)) * alpha, 4);
    store<f32>(to, decodeByte(load<u8>(from, 2)) * alpha, 8);
    store<f32>(to, alpha, 12);
  }
}

/** Bytes to 255ths. */
export function floatsOfBytes(from: usize, to: usize, count: i32): void {
  for (let i: i32 = 0; i < count; i++) store<f32>(to + ((<usize>i) << 2), <f32>load<u8>(from + i) / 255);
}

/** Straight bytes of 3 or 4 channels to premultiplied 255ths, each px covered as far as its column and row are. */
export function coveredBytes(from: usize, channels: i32, columns: usize, rowShare: f32, to: usize, count: i32): void {
  const whole = f32x4.splat(255);
  for (let i: i32 = 0; i < count; i++, from += channels, columns += 4, to += 16) {
    let alpha = load<f32>(columns) * rowShare;
    if (channels == 4) alpha *= <f32>load<u8>(from, 3) / 255;
    const bytes = f32x4(<f32>load<u8>(from), <f32>load<u8>(from, 1), <f32>load<u8>(from, 2), 255);
    v128.store(to, f32x4.mul(f32x4.div(bytes, whole), f32x4.splat(alpha)));
  }
}

/**
 * One row of premultiplied light to premultiplied encoded px, each covered as far as its column and row are. In place.
 */
export function coveredLight(at: usize, columns: usize, rowShare: f32, count: i32): void {
  for (let i: i32 = 0; i < count; i++, at += 16, columns += 4) {
    const share = load<f32>(columns) * rowShare;
    // Overshoot of the filter: an alpha just beside 1 is 1.
    const found = load<f32>(at, 12);
    const inside: f32 = found > <f32>0.99999 ? 1 : found > 0 ? found : 0;
    if (share <= 0 || inside <= 0) {
      v128.store(at, f32x4.splat(0));
      continue;
    }
    const gain: f32 = <f32>1 / inside;
    const alpha = inside * share;
    store<f32>(at, encodeOne(load<f32>(at) * gain) * alpha);
    store<f32>(at, encodeOne(load<f32>(at, 4) * gain) * alpha, 4);
    store<f32>(at, encodeOne(load<f32>(at, 8) * gain) * alpha, 8);
    store<f32>(at, alpha, 12);
  }
}
