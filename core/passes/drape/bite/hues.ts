import { lookUp, tableOf } from '../../../pixels/table';

/** Looked up once: these loops are hot. */
const { exp, log, max, min } = Math;

/** A hue of a surface and how light it is where the light falls on it. */
export interface Hue {
  a: number;
  b: number;
  /** Natural logarithm of linear luminance. */
  tone: number;
}

/** So many hues are told apart. */
const most = 3;
/** Of the px of one hue so many are darker than its lit tone. */
const litShare = 0.75;
/** Hues this near (a and b of Oklab over its lightness) are taken for one, and blended so. */
const [apart, blend] = [0.02, 0.015];
/** In the dark hues are noise. */
const leastLightness = 0.1;

/** What of a hue an Oklab colour has in a or in b: that over its lightness. */
export const overLightness = (lightness: number, value: number): number => value / max(leastLightness, lightness);

/** A hue of an Oklab colour: a and b over its lightness. */
export const hueOf = (lightness: number, a: number, b: number): [number, number] => [
  overLightness(lightness, a),
  overLightness(lightness, b),
];

/** What this is the exponent of is nothing: 1e-13. */
const farthest = 30;
/** The falling exponential, told by what it is the exponent of: its loops are hot. */
const falling = tableOf((x) => exp(-x), farthest, 256);

/**
 * The hues of a surface (k-means, Lloyd 1982, begun from places as far apart as can be), each with its lit tone.
 * @param places a, b and the logarithm of luminance, three for each place
 */
export function huesOfSurface(places: Float32Array): Hue[] {
  const count = places.length / 3;
  if (count === 0) return [{ a: 0, b: 0, tone: 0 }];
  let centres = farApart(places, count);
  const nearest = new Uint8Array(count);
  for (let round = 0; round < 12; round++) {
    const sums = centres.map(() => [0, 0, 0]);
    for (let i = 0; i < count; i++) {
      const k = (nearest[i] = nearestHue(centres, places[3 * i], places[3 * i + 1]));
      sums[k][0] += places[3 * i];
      sums[k][1] += places[3 * i + 1];
      sums[k][2]++;
    }
    centres = centres.map((centre, k) =>
      sums[k][2] > 0 ? { a: sums[k][0] / sums[k][2], b: sums[k][1] / sums[k][2] } : centre,
    );
  }
  return centres.map(({ a, b }, k) => ({ a, b, tone: litTone(places, nearest, k) }));
}

const square = (value: number): number => value * value;

/** Which of some hues lies nearest. */
export function nearestHue(hues: readonly Pick<Hue, 'a' | 'b'>[], a: number, b: number): number {
  let [best, least] = [0, Infinity];
  for (let k = 0; k < hues.length; k++) {
    const far = square(a - hues[k].a) + square(b - hues[k].b);
    if (far < least) [best, least] = [k, far];
  }
  return best;
}

/** The mean, then always the place that lies farthest from those there are, leaving out what is rare. */
function farApart(places: Float32Array, count: number): Pick<Hue, 'a' | 'b'>[] {
  const mean = { a: 0, b: 0 };
  for (let i = 0; i < count; i++) {
    mean.a += places[3 * i] / count;
    mean.b += places[3 * i + 1] / count;
  }
  const centres = [mean];
  const rank = max(1, (count * 0.02) | 0);
  while (centres.length < most) {
    const far = Float32Array.from({ length: count }, (_, i) => {
      const centre = centres[nearestHue(centres, places[3 * i], places[3 * i + 1])];
      return square(places[3 * i] - centre.a) + square(places[3 * i + 1] - centre.b);
    });
    const limit = far.slice().sort()[count - rank];
    if (!(limit > square(apart))) break;
    const found = far.indexOf(limit);
    centres.push({ a: places[3 * found], b: places[3 * found + 1] });
  }
  return centres;
}

function litTone(places: Float32Array, nearest: Uint8Array, k: number): number {
  const tones: number[] = [];
  for (let i = 0; i < nearest.length; i++) if (nearest[i] === k) tones.push(places[3 * i + 2]);
  if (tones.length === 0) return 0;
  tones.sort((a, b) => a - b);
  return tones[min(tones.length - 1, (litShare * tones.length) | 0)];
}

/** The lit tone of what has this hue: that of the hues near it, blended. */
export function toneAt(hues: readonly Hue[], a: number, b: number): number {
  if (hues.length === 1) return hues[0].tone;
  let least = Infinity;
  for (let k = 0; k < hues.length; k++) least = min(least, square(a - hues[k].a) + square(b - hues[k].b));
  let sum = 0;
  let all = 0;
  for (let k = 0; k < hues.length; k++) {
    const far = (square(a - hues[k].a) + square(b - hues[k].b) - least) / (2 * square(blend));
    // What is this much farther away has no say.
    if (far > farthest) continue;
    const weight = lookUp(falling, far);
    sum += weight * hues[k].tone;
    all += weight;
  }
  return sum / all;
}

/** Darker by up to about this (logarithm) is how paint varies, not shadow. */
const varies = 0.7;

/** How much of a step below the lit tone is shadow; what is lighter is paint. Logarithms. */
export const shadowOf = (step: number): number => (step >= 0 ? 0 : step * (1 - lookUp(falling, square(step / varies))));

/** A luminance, away from black. */
export const litBy = (red: number, green: number, blue: number): number =>
  max(0, 0.2126 * red + 0.7152 * green + 0.0722 * blue) + 0.002;

/** Its logarithm. */
export const toneOf = (red: number, green: number, blue: number): number => log(litBy(red, green, blue));
