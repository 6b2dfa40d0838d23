// Composition of coverages: shapes joined, inked, and hidden behind veils.
import { decodeOne, encodeOne } from '../colour/assembly';

/** Areas of px that two shapes cover side by side add up, to 1 at most. `count` is a multiple of 4. */
export function join(to: usize, from: usize, count: i32): void {
  for (let i: i32 = 0; i < count; i += 4, to += 16, from += 16) v128.store(to, f32x4.min(f32x4.splat(1), f32x4.add(v128.load(to), v128.load(from))));
}

/** One premultiplied colour, as far as each px is covered. */
export function tint(cover: usize, red: f32, green: f32, blue: f32, alpha: f32, to: usize, count: i32): void {
  let colour = f32x4.splat(red);
  colour = f32x4.replace_lane(colour, 1, green);
  colour = f32x4.replace_lane(colour, 2, blue);
  colour = f32x4.replace_lane(colour, 3, alpha);
  for (let i: i32 = 0; i < count; i++, cover += 4, to += 16) v128.store(to, f32x4.mul(colour, v128.load32_splat(cover)));
}

// @ts-ignore: decorator
@inline
function mixedInLight(letter: f32, front: f32, share: f32): f32 {
  const light = decodeOne(letter);
  return encodeOne(light + (decodeOne(front) - light) * share);
}

/**
 * Lays a veil's colour on the letters alone, mixed in light; their alpha stays.
 * @param letters premultiplied encoded px, changed in place
 * @param front straight encoded px
 * @param matte one float for each px
 */
export function atopInLight(letters: usize, front: usize, matte: usize, count: i32): void {
  for (let i: i32 = 0; i < count; i++, letters += 16, front += 16, matte += 4) {
    const share = load<f32>(matte);
    const alpha = load<f32>(letters, 12);
    if (share <= 0 || alpha <= 0) continue;
    if (share >= 1) {
      v128.store(letters, f32x4.replace_lane(f32x4.mul(v128.load(front), f32x4.splat(alpha)), 3, alpha));
      continue;
    }
    const gain: f32 = <f32>1 / alpha;
    store<f32>(letters, mixedInLight(load<f32>(letters) * gain, load<f32>(front), share) * alpha);
    store<f32>(letters, mixedInLight(load<f32>(letters, 4) * gain, load<f32>(front, 4), share) * alpha, 4);
    store<f32>(letters, mixedInLight(load<f32>(letters, 8) * gain, load<f32>(front, 8), share) * alpha, 8);
  }
}
