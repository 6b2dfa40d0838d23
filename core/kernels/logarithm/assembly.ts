// Natural logarithms, four at a time.

/**
 * Positive numbers to their natural logarithms, in place: the exponent, and of the mantissa m between the roots of 1/2 and 2 the series of
 * 2 artanh((m - 1) / (m + 1)) to its fifth term (Abramowitz and Stegun 1964, 4.1.27). @param count a multiple of 4
 */
export function logarithms(at: usize, count: i32): void {
  const one = f32x4.splat(1);
  for (let i: i32 = 0; i < count; i += 4, at += 16) {
    const value = v128.load(at);
    // The exponent is told so that the mantissa lies around 1.
    const turned = i32x4.sub(value, i32x4.splat(0x3f3504f3));
    const exponent = i32x4.shr_s(turned, 23);
    const mantissa = i32x4.sub(value, i32x4.shl(exponent, 23));
    const part = f32x4.div(f32x4.sub(mantissa, one), f32x4.add(mantissa, one));
    const square = f32x4.mul(part, part);
    let series = f32x4.add(f32x4.splat(1.0 / 7.0), f32x4.mul(square, f32x4.splat(1.0 / 9.0)));
    series = f32x4.add(f32x4.splat(1.0 / 5.0), f32x4.mul(square, series));
    series = f32x4.add(f32x4.splat(1.0 / 3.0), f32x4.mul(square, series));
    series = f32x4.mul(f32x4.add(part, part), f32x4.add(one, f32x4.mul(square, series)));
    v128.store(at, f32x4.add(series, f32x4.mul(f32x4.convert_i32x4_s(exponent), f32x4.splat(0.69314718055994530942))));
  }
}
