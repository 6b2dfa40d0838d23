import type { OklabPlanes } from '../../../pixels/oklabPlanes';

/** Looked up once: these loops are hot. */
const { exp, log, hypot } = Math;

/** One of the colours that a side is made of: a Gaussian in Oklab. */
interface Tone {
  mean: [number, number, number];
  /** Inverse covariance: 00 01 02 11 12 22. */
  inverse: [number, number, number, number, number, number];
  /** Logarithm of its share and of the Gaussian's height. */
  height: number;
}

/** What colours a side is made of: a mixture of Gaussians (Rother et al. 2004). */
export type ColourModel = Tone[];

/** Tones of each side. */
const toneCount = 6;
const rounds = 4;
/** The least spread of a tone, squared Oklab: grain and compression alone give about this. */
const leastSpread = 0.008 ** 2;
/** A colour that no tone explains has this density at least: what neither side knows is left to its neighbours. */
const floor = 0.05;

/**
 * Learns the colours of the samples.
 * @param weight of each sample; those of weight 0 are left out
 * @param most of them that are looked at
 * @returns null when there is no sample
 */
export function learnColours(samples: OklabPlanes, weight: ArrayLike<number>, most = 6000): ColourModel | null {
  let used: number[] = [];
  for (let i = 0; i < weight.length; i++) if (weight[i] > 0) used.push(i);
  // More samples tell no more: some of them, evenly spread, will do.
  const step = Math.ceil(used.length / most);
  if (step > 1) used = used.filter((_, k) => k % step === 0);
  if (used.length === 0) return null;
  let groups = split(samples, weight, used);
  for (let round = 0; round < rounds; round++) {
    const centres = groups.map((group) => meanOf(samples, weight, group));
    const next: number[][] = centres.map(() => []);
    for (const i of used) next[nearest(centres, samples, i)].push(i);
    groups = next.filter((group) => group.length > 0);
  }
  const all = sumOf(weight, used);
  return groups.map((group) => toneOf(samples, weight, group, all));
}

const sumOf = (weight: ArrayLike<number>, group: readonly number[]): number =>
  group.reduce((sum, i) => sum + weight[i], 0);

function meanOf(samples: OklabPlanes, weight: ArrayLike<number>, group: readonly number[]): [number, number, number] {
  const mean: [number, number, number] = [0, 0, 0];
  let all = 0;
  for (const i of group) {
    all += weight[i];
    for (let c = 0; c < 3; c++) mean[c] += samples[c][i] * weight[i];
  }
  return mean.map((sum) => sum / all) as [number, number, number];
}

function nearest(centres: readonly [number, number, number][], samples: OklabPlanes, i: number): number {
  let best = 0;
  let least = Infinity;
  centres.forEach((centre, k) => {
    const square =
      (samples[0][i] - centre[0]) ** 2 + (samples[1][i] - centre[1]) ** 2 + (samples[2][i] - centre[2]) ** 2;
    if (square < least) [least, best] = [square, k];
  });
  return best;
}

/** First groups: whichever spreads most is cut at its mean, across its longest direction (Orchard and Bouman 1991). */
function split(samples: OklabPlanes, weight: ArrayLike<number>, used: number[]): number[][] {
  const groups = [used];
  while (groups.length < toneCount) {
    const spreads = groups.map((group) => longestSpread(covarianceOf(samples, weight, group)));
    const widest = spreads.reduce(
      (best, one, k) => (one.spread * groups[k].length > spreads[best].spread * groups[best].length ? k : best),
      0,
    );
    const { direction, spread } = spreads[widest];
    if (spread <= leastSpread) break;
    const mean = meanOf(samples, weight, groups[widest]);
    const along = (i: number): number => direction.reduce((sum, part, c) => sum + part * (samples[c][i] - mean[c]), 0);
    const [near, far] = [groups[widest].filter((i) => along(i) <= 0), groups[widest].filter((i) => along(i) > 0)];
    if (near.length === 0 || far.length === 0) break;
    groups.splice(widest, 1, near, far);
  }
  return groups;
}

type Covariance = [number, number, number, number, number, number];

function covarianceOf(samples: OklabPlanes, weight: ArrayLike<number>, group: readonly number[]): Covariance {
  const mean = meanOf(samples, weight, group);
  const out: Covariance = [0, 0, 0, 0, 0, 0];
  let all = 0;
  for (const i of group) {
    const [x, y, z] = [samples[0][i] - mean[0], samples[1][i] - mean[1], samples[2][i] - mean[2]];
    const share = weight[i];
    all += share;
    out[0] += share * x * x;
    out[1] += share * x * y;
    out[2] += share * x * z;
    out[3] += share * y * y;
    out[4] += share * y * z;
    out[5] += share * z * z;
  }
  return out.map((sum) => sum / all) as Covariance;
}

/** The direction in which a cloud is longest, and its variance there, by repeated multiplication. */
function longestSpread([xx, xy, xz, yy, yz, zz]: Covariance): { direction: [number, number, number]; spread: number } {
  let direction: [number, number, number] = [0.7, 0.5, 0.5];
  let spread = 0;
  for (let round = 0; round < 12; round++) {
    const [x, y, z] = direction;
    const next: [number, number, number] = [
      xx * x + xy * y + xz * z,
      xy * x + yy * y + yz * z,
      xz * x + yz * y + zz * z,
    ];
    spread = hypot(...next);
    if (spread < 1e-12) break;
    direction = next.map((part) => part / spread) as [number, number, number];
  }
  return { direction, spread };
}

function toneOf(samples: OklabPlanes, weight: ArrayLike<number>, group: readonly number[], all: number): Tone {
  const [xx, xy, xz, yy, yz, zz] = covarianceOf(samples, weight, group).map((value, k) =>
    k === 0 || k === 3 || k === 5 ? value + leastSpread : value,
  );
  const [a, b, c] = [yy * zz - yz * yz, xz * yz - xy * zz, xy * yz - xz * yy];
  const determinant = xx * a + xy * b + xz * c;
  const inverse = [a, b, c, xx * zz - xz * xz, xy * xz - xx * yz, xx * yy - xy * xy].map(
    (value) => value / determinant,
  ) as Tone['inverse'];
  const share = sumOf(weight, group) / all;
  return {
    mean: meanOf(samples, weight, group),
    inverse,
    height: log(share) - 0.5 * log((2 * Math.PI) ** 3 * determinant),
  };
}

/** Logarithm of how likely a colour is on this side. */
export function likelihood(model: ColourModel, lightness: number, a: number, b: number): number {
  let sum = floor;
  for (const { mean, inverse, height } of model) {
    const x = lightness - mean[0];
    const y = a - mean[1];
    const z = b - mean[2];
    const square =
      inverse[0] * x * x +
      inverse[3] * y * y +
      inverse[5] * z * z +
      2 * (inverse[1] * x * y + inverse[2] * x * z + inverse[4] * y * z);
    if (square < 80) sum += exp(height - 0.5 * square);
  }
  return log(sum);
}
