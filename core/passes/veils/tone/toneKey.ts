import { smoothStep } from '../../../pixels/smoothStep';
import { oklabPlanes } from '../../../pixels/oklabPlanes';
import type { Level } from '../../../pictures/pyramid';
import { readColour } from '../../../pixels/colour';
import type { ToneCut } from '../schema';

/** What decides which colours belong. */
export type ToneRule = Pick<ToneCut, 'samples' | 'chroma' | 'lightness' | 'softness'>;

/**
 * How far a colour belongs to the samples, 0..1: it does while its differences in chroma and lightness, each measured
 * in its own
 * tolerance, are together below 1, and fades over the soft limit beyond that.
 * @returns a function of Oklab L, a, b
 */
export function toneMatcher({
  samples,
  chroma,
  lightness,
  softness,
}: ToneRule): (lightness: number, a: number, b: number) => number {
  const centres = samples.map(({ colour }) => oklabOf(colour));
  // Tolerances are in Oklab times 100. One of 0 still takes the sample itself.
  const byChroma = 1 / Math.max(0.05, chroma) ** 2;
  const byLightness = 1 / Math.max(0.05, lightness) ** 2;
  return (l, a, b) => {
    let least = Infinity;
    for (const [L, A, B] of centres) {
      const square = 1e4 * ((l - L) ** 2 * byLightness + ((a - A) ** 2 + (b - B) ** 2) * byChroma);
      if (square < least) least = square;
    }
    if (least <= 1) return 1;
    const beyond = Math.sqrt(least) - 1;
    return beyond >= softness ? 0 : smoothStep(1 - beyond / softness);
  };
}

function oklabOf(css: string): [number, number, number] {
  const [red, green, blue] = readColour(css);
  const [[l], [a], [b]] = oklabPlanes({
    width: 1,
    height: 1,
    channels: 3,
    bytes: Uint8Array.of(Math.round(red * 255), Math.round(green * 255), Math.round(blue * 255)),
  });
  return [l, a, b];
}

/** Colours are distinguished in so many steps of each channel: enough that no step shows. */
const bits = 6;
/** Where a px counts as belonging when the key looks for what hangs together. */
const joined = 0.25;

/**
 * Cuts a whole plate by tone.
 * @param picture encoded sRGB
 * @param connected px of samples, from which alone the key spreads; null takes every px of the plate
 * @returns a matte of the picture's size
 */
export function keyByTone(
  picture: Level,
  rule: ToneRule,
  connected: readonly (readonly [number, number])[] | null,
): Level {
  const { width, height, channels, bytes } = picture;
  const matches = toneMatcher(rule);
  const known = new Int16Array(2 ** (3 * bits)).fill(-1);
  const down = 8 - bits;
  const half = 2 ** (down - 1);
  const out = new Uint8Array(width * height);
  const [green, blue] = channels === 1 ? [0, 0] : [1, 2];
  for (let i = 0, at = 0; i < out.length; i++, at += channels) {
    const key =
      ((bytes[at] >> down) << (2 * bits)) | ((bytes[at + green] >> down) << bits) | (bytes[at + blue] >> down);
    let value = known[key];
    if (value < 0) {
      const centre = [bytes[at], bytes[at + green], bytes[at + blue]].map((byte) => ((byte >> down) << down) + half);
      const [[l], [a], [b]] = oklabPlanes({ width: 1, height: 1, channels: 3, bytes: Uint8Array.from(centre) });
      value = known[key] = Math.round(matches(l, a, b) * 255);
    }
    out[i] = channels === 4 ? Math.round((value * bytes[at + 3]) / 255) : value;
  }
  return { width, height, channels: 1, bytes: connected ? hangingTogether(out, width, height, connected) : out };
}

/** Only what can be reached from the samples over px that belong. */
function hangingTogether(
  matte: Uint8Array,
  width: number,
  height: number,
  seeds: readonly (readonly [number, number])[],
): Uint8Array {
  const out = new Uint8Array(matte.length);
  const open: number[] = [];
  const visit = (i: number): void => {
    if (out[i] > 0 || matte[i] === 0) return;
    out[i] = matte[i];
    // Faint px are taken along as a rim, but lead no further.
    if (matte[i] >= joined * 255) open.push(i);
  };
  for (const [x, y] of seeds)
    if (x >= 0 && y >= 0 && x < width && y < height) visit(Math.floor(y) * width + Math.floor(x));
  for (let i = open.pop(); i !== undefined; i = open.pop()) {
    const x = i % width;
    if (x > 0) visit(i - 1);
    if (x < width - 1) visit(i + 1);
    if (i >= width) visit(i - width);
    if (i + width < matte.length) visit(i + width);
  }
  return out;
}
