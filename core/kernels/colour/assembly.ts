// Colour conversions: sRGB to light and back by tables, Oklab, and bytes. The tables are filled once, when the module
// starts.

const steps: i32 = 4096;
const decodeTable: usize = memory.data(16400);
const encodeTable: usize = memory.data(16400);
const byteTable: usize = memory.data(1024);

/** IEC 61966-2-1. */
function decodeExact(encoded: f64): f64 {
  return encoded <= 0.04045 ? encoded / 12.92 : Math.pow((encoded + 0.055) / 1.055, 2.4);
}

function encodeExact(light: f64): f64 {
  return light <= 0.0031308 ? light * 12.92 : 1.055 * Math.pow(light, 1 / 2.4) - 0.055;
}

/** Fills the tables; to be called once. */
export function prepareColour(): void {
  for (let i: i32 = 0; i < steps + 2; i++) {
    store<f32>(decodeTable + (<usize>i << 2), <f32>decodeExact(<f64>i / steps));
    store<f32>(encodeTable + (<usize>i << 2), <f32>encodeExact(<f64>i / steps));
  }
  for (let i: i32 = 0; i < 256; i++) store<f32>(byteTable + (<usize>i << 2), <f32>decodeExact(<f64>i / 255));
}

// @ts-ignore: decorator
@inline
function lookUp(table: usize, value: f32): f32 {
  const at = (value >= 1 ? <f32>1 : value > 0 ? value : <f32>0) * <f32>steps;
  const index = <i32>at;
  const entry = table + (<usize>index << 2);
  const low = load<f32>(entry);
  return low + (load<f32>(entry, 4) - low) * (at - <f32>index);
}

// @ts-ignore: decorator
@inline
export function encodeOne(light: f32): f32 {
  return lookUp(encodeTable, light);
}

// @ts-ignore: decorator
@inline
export function decodeOne(encoded: f32): f32 {
  return lookUp(decodeTable, encoded);
}

// @ts-ignore: decorator
@inline
export function decodeByte(byte: i32): f32 {
  return load<f32>(byteTable + (<usize>byte << 2));
}

// @ts-ignore: decorator
@inline
function converted(table: usize, at: usize, count: i32): void {
  for (let i: i32 = 0; i < count; i++, at += 16) {
    const alpha = load<f32>(at, 12);
    if (alpha <= 0) continue;
    const gain = alpha >= 1 ? <f32>1 : <f32>1 / alpha;
    store<f32>(at, lookUp(table, load<f32>(at) * gain) * alpha);
    store<f32>(at, lookUp(table, load<f32>(at, 4) * gain) * alpha, 4);
    store<f32>(at, lookUp(table, load<f32>(at, 8) * gain) * alpha, 8);
  }
}

/** Premultiplied encoded pixels to premultiplied light, in place. */
export function decodePixels(at: usize, count: i32): void {
  converted(decodeTable, at, count);
}

/** Premultiplied light to premultiplied encoded pixels, in place. */
export function encodePixels(at: usize, count: i32): void {
  converted(encodeTable, at, count);
}

/** Cube roots of four numbers that are not negative: a guess from the exponent, then Newton's method. */
// @ts-ignore: decorator
@inline
function cubeRoots(value: v128): v128 {
  const third = f32x4.splat(1.0 / 3.0);
  const guess = i32x4.add(i32x4.trunc_sat_f32x4_s(f32x4.mul(f32x4.convert_i32x4_s(value), third)), i32x4.splat(709921077));
  let root = guess;
  for (let k = 0; k < 3; k++) {
    const square = f32x4.mul(root, root);
    root = f32x4.sub(root, f32x4.mul(f32x4.sub(root, f32x4.div(value, square)), third));
  }
  return v128.and(root, f32x4.gt(value, f32x4.splat(1e-12)));
}

// @ts-ignore: decorator
@inline
function mixed(red: f32, green: f32, blue: f32, ofRed: v128, ofGreen: v128, ofBlue: v128): v128 {
  return f32x4.add(f32x4.mul(f32x4.splat(red), ofRed), f32x4.add(f32x4.mul(f32x4.splat(green), ofGreen), f32x4.mul(f32x4.splat(blue), ofBlue)));
}

/** Premultiplied encoded pixels to Oklab L, a, b (straight) and alpha, in place (Ottosson 2020). */
export function oklabPixels(at: usize, count: i32): void {
  for (let i: i32 = 0; i < count; i++, at += 16) {
    const alpha = load<f32>(at, 12);
    const gain = alpha > 0 ? <f32>1 / alpha : <f32>0;
    const red = decodeOne(load<f32>(at) * gain);
    const green = decodeOne(load<f32>(at, 4) * gain);
    const blue = decodeOne(load<f32>(at, 8) * gain);
    const cones = cubeRoots(mixed(red, green, blue, f32x4(0.4122214708, 0.2119034982, 0.0883024619, 0), f32x4(0.5363325363, 0.6806995451, 0.2817188376, 0), f32x4(0.0514459929, 0.1073969566, 0.6299787005, 0)));
    const lab = mixed(
      f32x4.extract_lane(cones, 0), f32x4.extract_lane(cones, 1), f32x4.extract_lane(cones, 2),
      f32x4(0.2104542553, 1.9779984951, 0.0259040371, 0), f32x4(0.793617785, -2.428592205, 0.7827717662, 0), f32x4(-0.0040720468, 0.4505937099, -0.808675766, 0),
    );
    v128.store(at, f32x4.replace_lane(lab, 3, alpha));
  }
}

/** Light beyond 0 or 1 by less than this counts as shown. */
const beyond: f32 = 2e-4;

/** Red, green and blue light of an Oklab colour (Ottosson 2020); may lie beyond 0..1. */
// @ts-ignore: decorator
@inline
function lightOfOklab(l: f32, a: f32, b: f32): v128 {
  const x: f32 = l + <f32>0.3963377774 * a + <f32>0.2158037573 * b;
  const y: f32 = l - <f32>0.1055613458 * a - <f32>0.0638541728 * b;
  const z: f32 = l - <f32>0.0894841775 * a - <f32>1.291485548 * b;
  return mixed(x * x * x, y * y * y, z * z * z, f32x4(4.0767416621, -1.2684380046, -0.0041960863, 0), f32x4(-3.3077115913, 2.6097574011, -0.7034186147, 0), f32x4(0.2309699292, -0.3413193965, 1.707614701, 0));
}

// @ts-ignore: decorator
@inline
function isShown(light: v128): bool {
  return !v128.any_true(v128.or(f32x4.lt(light, f32x4.splat(-beyond)), f32x4.gt(light, f32x4.splat(<f32>1 + beyond))));
}

/**
 * Oklab L, a, b (straight) and alpha to premultiplied encoded pixels, in place: of its chroma each keeps as much as sRGB can show,
 * lightness and hue stay.
 */
export function shownPixels(at: usize, count: i32): void {
  for (let i: i32 = 0; i < count; i++, at += 16) {
    const alpha = load<f32>(at, 12);
    if (!(alpha > 0)) {
      v128.store(at, f32x4.splat(0));
      continue;
    }
    const own = load<f32>(at);
    const l: f32 = own >= 1 ? 1 : own > 0 ? own : 0;
    const a = load<f32>(at, 4);
    const b = load<f32>(at, 8);
    let light = lightOfOklab(l, a, b);
    if (!isShown(light)) {
      let low: f32 = 0;
      let high: f32 = 1;
      for (let k = 0; k < 10; k++) {
        const middle: f32 = (low + high) / 2;
        if (isShown(lightOfOklab(l, a * middle, b * middle))) low = middle;
        else high = middle;
      }
      light = lightOfOklab(l, a * low, b * low);
    }
    store<f32>(at, encodeOne(f32x4.extract_lane(light, 0)) * alpha);
    store<f32>(at, encodeOne(f32x4.extract_lane(light, 1)) * alpha, 4);
    store<f32>(at, encodeOne(f32x4.extract_lane(light, 2)) * alpha, 8);
  }
}

/**
 * Thresholds less a half for four px (interleaved gradient noise, Jimenez 2014): -0.49 to 0.49. @param across, down
 * fractions of a turn
 */
// @ts-ignore: decorator
@inline
function thresholds(across: v128, down: v128): v128 {
  const sum = f32x4.add(across, down);
  const noise = f32x4.mul(f32x4.splat(52.9829189), f32x4.sub(sum, f32x4.floor(sum)));
  return f32x4.sub(f32x4.mul(f32x4.splat(0.98), f32x4.sub(noise, f32x4.floor(noise))), f32x4.splat(0.49));
}

/** The nearest whole number that is not above `most` nor below 0: adding 2 to the 23rd leaves no room for fractions. */
// @ts-ignore: decorator
@inline
function rounded(value: v128, most: v128): v128 {
  const inRange = f32x4.pmin(most, f32x4.pmax(f32x4.splat(0), value));
  return i32x4.sub(f32x4.add(inRange, f32x4.splat(8388608)), i32x4.splat(0x4b000000));
}

/**
 * One row of premultiplied pixels to straight whole numbers with a dither that is fixed to the place.
 * @param count px; up to three more are read and written
 * @param turns for each px the fraction of a turn that its column adds; @param down what the row adds
 * @param ceiling 255 or 65535: bytes or 16-bit words come out, four to a px
 */
export function quantiseRow(from: usize, to: usize, count: i32, turns: usize, down: f32, ceiling: f32): void {
  const wide = ceiling > 255;
  const most = f32x4.splat(ceiling);
  const ones = f32x4.splat(1);
  for (let i: i32 = 0; i < count; i += 4, from += 64, turns += 16, to += wide ? 32 : 16) {
    let a = v128.load(from);
    let b = v128.load(from, 16);
    let c = v128.load(from, 32);
    let d = v128.load(from, 48);
    const alphas = v128.shuffle<f32>(v128.shuffle<f32>(a, b, 3, 7, 3, 7), v128.shuffle<f32>(c, d, 3, 7, 3, 7), 0, 1, 4, 5);
    const dither = thresholds(v128.load(turns), f32x4.splat(down));
    let gains = most;
    if (!i32x4.all_true(f32x4.ge(alphas, ones))) {
      // Straight colours; alpha itself by the ceiling. What is clear has neither.
      gains = v128.and(f32x4.div(most, f32x4.pmin(ones, alphas)), f32x4.gt(alphas, f32x4.splat(0)));
      const kept = f32x4.div(f32x4.mul(f32x4.pmin(ones, alphas), most), gains);
      a = f32x4.replace_lane(a, 3, f32x4.extract_lane(kept, 0));
      b = f32x4.replace_lane(b, 3, f32x4.extract_lane(kept, 1));
      c = f32x4.replace_lane(c, 3, f32x4.extract_lane(kept, 2));
      d = f32x4.replace_lane(d, 3, f32x4.extract_lane(kept, 3));
    }
    a = rounded(f32x4.add(f32x4.mul(a, v128.shuffle<f32>(gains, gains, 0, 0, 0, 0)), v128.shuffle<f32>(dither, dither, 0, 0, 0, 0)), most);
    b = rounded(f32x4.add(f32x4.mul(b, v128.shuffle<f32>(gains, gains, 1, 1, 1, 1)), v128.shuffle<f32>(dither, dither, 1, 1, 1, 1)), most);
    c = rounded(f32x4.add(f32x4.mul(c, v128.shuffle<f32>(gains, gains, 2, 2, 2, 2)), v128.shuffle<f32>(dither, dither, 2, 2, 2, 2)), most);
    d = rounded(f32x4.add(f32x4.mul(d, v128.shuffle<f32>(gains, gains, 3, 3, 3, 3)), v128.shuffle<f32>(dither, dither, 3, 3, 3, 3)), most);
    const left = i16x8.narrow_i32x4_u(a, b);
    const right = i16x8.narrow_i32x4_u(c, d);
    if (wide) {
      v128.store(to, left);
      v128.store(to, right, 16);
    } else v128.store(to, i8x16.narrow_i16x8_u(left, right));
  }
}
