import { hexOfOklab, lightnessOfLuminance, luminanceOfOklab } from '../pixels/colour';
import { seeded } from '../shape/seeded';
import type { Sketch } from './sketch';

/** Looked up once: these loops are hot. */
const { abs, hypot, max, min } = Math;

/** A colour of the photograph, made lighter or darker for letters. */
export interface RoughInk {
  colour: string;
  /** CIE L*. */
  lightness: number;
  /** Oklab. */
  lab: [number, number, number];
  /** In words: where it comes from. */
  says: string;
  /** How strong its colour is, Oklab. */
  chroma: number;
}

/** So many colours are told apart, in so many steps. */
const [told, steps] = [7, 12];

/** The photograph's main colours by k-means in Oklab (Lloyd 1982), the first ones far apart (Arthur 2007). */
export function mainColours({ lab: [l, a, b] }: Sketch): { lab: [number, number, number]; share: number }[] {
  const random = seeded(7);
  const step = max(1, Math.floor(l.length / 6000));
  const samples: [number, number, number][] = [];
  for (let i = 0; i < l.length; i += step) samples.push([l[i], a[i], b[i]]);
  const apart = (p: readonly number[], q: readonly number[]): number =>
    hypot(p[0] - q[0], 1.6 * (p[1] - q[1]), 1.6 * (p[2] - q[2]));
  let middles: [number, number, number][] = [samples[Math.floor(random() * samples.length)]];
  while (middles.length < told) {
    const far = samples.map((one) => min(...middles.map((middle) => apart(one, middle))) ** 2);
    let left = random() * far.reduce((sum, one) => sum + one, 0);
    const next = far.findIndex((one) => (left -= one) <= 0);
    middles.push(samples[max(0, next)]);
  }
  let counts = middles.map(() => 0);
  for (let k = 0; k < steps; k++) {
    const sums = middles.map(() => [0, 0, 0]);
    counts = middles.map(() => 0);
    for (const one of samples) {
      let nearest = 0;
      for (let m = 1; m < middles.length; m++) if (apart(one, middles[m]) < apart(one, middles[nearest])) nearest = m;
      counts[nearest]++;
      for (let c = 0; c < 3; c++) sums[nearest][c] += one[c];
    }
    middles = middles.map((middle, m) =>
      counts[m] === 0 ? middle : (sums[m].map((sum) => sum / counts[m]) as [number, number, number]),
    );
  }
  return middles.map((one, m) => ({ lab: one, share: counts[m] / samples.length })).filter(({ share }) => share > 0);
}

const hues: [number, string][] = [
  [38, 'red'],
  [72, 'orange'],
  [115, 'yellow'],
  [165, 'green'],
  [215, 'turquoise'],
  [285, 'blue'],
  [335, 'violet'],
  [360, 'red'],
];

/** What a colour is called by its lightness and hue in Oklch: dark orange is brown, pale yellow is cream. */
function hueName(l: number, a: number, b: number): string {
  if (hypot(a, b) < 0.025) return 'grey';
  if (a > -0.01 && b > 0 && b > 0.6 * a) {
    if (l > 0.78 && hypot(a, b) < 0.09) return 'cream';
    if (l < 0.6) return hypot(a, b) < 0.12 ? 'brown' : 'rust';
  }
  const hue = ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
  return hues.find(([to]) => hue <= to)![1];
}

/**
 * Colours for letters, all from the photograph: its lightest and its darkest hue drawn towards white and black, its
 * strongest colours as they are, and these lighter and darker.
 */
export function inksOf(sketch: Sketch): RoughInk[] {
  const all = mainColours(sketch);
  const strong = [...all].sort((p, q) => hypot(q.lab[1], q.lab[2]) - hypot(p.lab[1], p.lab[2]));
  const light = all.reduce((best, one) => (one.lab[0] > best.lab[0] ? one : best));
  const dark = all.reduce((best, one) => (one.lab[0] < best.lab[0] ? one : best));
  const out: RoughInk[] = [];
  const add = (l: number, a: number, b: number, says: string): void => {
    const lab: [number, number, number] = [l, a, b];
    if (out.some((other) => abs(other.lab[0] - l) < 0.05 && hypot(other.lab[1] - a, other.lab[2] - b) < 0.03)) return;
    out.push({
      colour: hexOfOklab(l, a, b),
      lab,
      lightness: lightnessOfLuminance(luminanceOfOklab(l, a, b)),
      says,
      chroma: hypot(a, b),
    });
  };
  add(0.965, light.lab[1] * 0.4, light.lab[2] * 0.4, 'the photograph’s lightest colour, nearly white');
  add(0.2, dark.lab[1] * 0.7, dark.lab[2] * 0.7, 'the photograph’s darkest colour, nearly black');
  for (const { lab } of strong.slice(0, 3)) {
    if (hueName(...lab) === 'grey') continue;
    const reach = min(1.5, max(1, 0.09 / hypot(lab[1], lab[2])));
    for (const [l, strength] of [
      [lab[0], 1],
      [min(0.93, lab[0] + 0.28), 0.75],
      [max(0.28, lab[0] - 0.25), reach],
    ])
      add(
        l,
        lab[1] * strength,
        lab[2] * strength,
        `the ${hueName(l, lab[1] * strength, lab[2] * strength)} of the photograph`,
      );
  }
  return out;
}
