import { markedBehind, markedFront } from '../scribble/marks';
import type { LightPlanes } from './laplacian';
import { spread } from './spread';

/** Looked up once: these loops are hot. */
const { min, max, exp, sqrt, floor } = Math;

/** Colours that one side is made of, linear light. */
export type Tones = readonly (readonly [number, number, number])[];

/** How many tones stand for the front. */
const toneCount = 14;
const toneRounds = 6;
/** Sigma of a colour that a pair of tones explains, as a part of the light there and what is always there. */
const colourSigma = 0.05;
const leastLight = 0.15;
/** A tone from elsewhere counts less than the colour of the front near by. */
const elsewhere = 0.3;
/** How much is learned from a px in the band, beside those outside of it. */
const inBand = 0.3;
/** How much it counts that a px looks just like the front near by. */
const frontItself = 3;
/**
 * How much it counts that a px the cut took for the front looks like the ground with less light on it, at least this much
 * of it: between hairs the ground lies in their shade.
 */
const [shaded, darkest] = [3, 0.5];
/**
 * A colour this near to the line between two others, in its own sigmas, may be a mixture of them; with these shares of
 * the first.
 */
const mixtureSigma = 0.5;
const [leastShare, mostShare] = [0.15, 0.93];
/** Variance that no estimate falls below: what is decided is decided by the neighbours too. */
const doubt = 0.02;

/**
 * Tones of the px whose matte is 1, for all places: clusters of their light.
 * @returns none where there is no such px
 */
export function tonesOf(light: LightPlanes, alpha: Float32Array): Tones {
  const chosen: number[] = [];
  const step = max(1, floor(alpha.length / 300000));
  for (let i = 0; i < alpha.length; i += step) if (alpha[i] > 0.99) chosen.push(i);
  if (chosen.length === 0) return [];
  const brightness = (i: number): number => light[0][i] + light[1][i] + light[2][i];
  const sorted = [...chosen].sort((a, b) => brightness(a) - brightness(b));
  const at = (i: number): [number, number, number] => [light[0][i], light[1][i], light[2][i]];
  let tones = Array.from({ length: toneCount }, (_, k) => at(sorted[floor(((k + 0.5) / toneCount) * sorted.length)]));
  for (let round = 0; round < toneRounds; round++) {
    const sums = tones.map(() => [0, 0, 0, 0]);
    for (const i of chosen) {
      let best = 0;
      let least = Infinity;
      for (let k = 0; k < tones.length; k++) {
        const square =
          (tones[k][0] - light[0][i]) ** 2 + (tones[k][1] - light[1][i]) ** 2 + (tones[k][2] - light[2][i]) ** 2;
        if (square < least) [least, best] = [square, k];
      }
      const sum = sums[best];
      for (let c = 0; c < 3; c++) sum[c] += light[c][i];
      sum[3]++;
    }
    tones = tones.map((tone, k) =>
      sums[k][3] > 0 ? [sums[k][0] / sums[k][3], sums[k][1] / sums[k][3], sums[k][2] / sums[k][3]] : tone,
    );
  }
  return tones;
}

/** The tones that are no mixture of another one and of what lies behind. */
export function pureTones(tones: Tones, ground: Tones): Tones {
  return tones.filter(
    (tone) => !tones.some((other) => other !== tone && ground.some((behind) => isMixture(tone, other, behind))),
  );
}

function isMixture(tone: Tones[number], front: Tones[number], behind: Tones[number]): boolean {
  const d = [0, 1, 2].map((c) => front[c] - behind[c]);
  const length = d[0] ** 2 + d[1] ** 2 + d[2] ** 2;
  if (length < 1e-4) return false;
  const share = [0, 1, 2].reduce((sum, c) => sum + (tone[c] - behind[c]) * d[c], 0) / length;
  if (share < leastShare || share > mostShare) return false;
  const off = [0, 1, 2].reduce((sum, c) => sum + (tone[c] - behind[c] - share * d[c]) ** 2, 0);
  return off < (mixtureSigma * colourSigma * (leastLight + (tone[0] + tone[1] + tone[2]) / 3)) ** 2;
}

/**
 * The light of the front's px in the band; what may be a mixture of a tone and of what lies behind is taken to be that
 * tone.
 */
function purified(
  light: LightPlanes,
  ground: readonly Float32Array[],
  front: Float32Array,
  unknown: Uint8Array,
  tones: Tones,
): LightPlanes {
  const out = light.map((plane) => plane.slice()) as unknown as LightPlanes;
  for (let i = 0; i < front.length; i++) {
    if (front[i] === 0 || !unknown[i]) continue;
    let best = -1;
    let least = Infinity;
    for (let k = 0; k < tones.length; k++) {
      const d0 = tones[k][0] - ground[0][i];
      const d1 = tones[k][1] - ground[1][i];
      const d2 = tones[k][2] - ground[2][i];
      const length = d0 * d0 + d1 * d1 + d2 * d2 + 1e-9;
      const [c0, c1, c2] = [light[0][i] - ground[0][i], light[1][i] - ground[1][i], light[2][i] - ground[2][i]];
      const share = (c0 * d0 + c1 * d1 + c2 * d2) / length;
      if (share < 0.1 || share > 1.05) continue;
      const off = (c0 - share * d0) ** 2 + (c1 - share * d1) ** 2 + (c2 - share * d2) ** 2;
      if (off < least) [least, best] = [off, k];
    }
    const sigma = mixtureSigma * colourSigma * (leastLight + (light[0][i] + light[1][i] + light[2][i]) / 3);
    if (best >= 0 && least < sigma * sigma) for (let c = 0; c < 3; c++) out[c][i] = tones[best][c];
  }
  return out;
}

/** What is farther off than this, in squared sigmas, is all equally unlikely. */
const farthest = 60;
const unlikely = exp(-0.5 * farthest);
const likelihood = (square: number): number => (square < farthest ? exp(-0.5 * square) : unlikely);

/** What the colours alone say of each unknown px. */
export interface Estimate {
  alpha: Float32Array;
  /** One over the variance of that. */
  certainty: Float32Array;
}

/**
 * Estimates the matte of the unknown px from their colours: each is taken as a mixture of what lies behind near by and
 * of one of the
 * front's colours, the one near by or a tone from elsewhere, in linear light.
 * @param alpha what is thought now; sure px are what both sides are learned from
 * @param learned tones of the front, and whether its px in the band may be mixtures of them
 * @param cut the matte as it was cut, 0..255, and @param marked the marks of a scribble cut; null where there are none
 */
export function estimateAlpha(
  light: LightPlanes,
  width: number,
  height: number,
  alpha: Float32Array,
  unknown: Uint8Array,
  learned: { tones: Tones; isMixed: boolean },
  { cut, marked }: { cut: Uint8Array; marked: Uint8Array | null },
): Estimate {
  const { tones, isMixed } = learned;
  const front = new Float32Array(alpha.length);
  const behind = new Float32Array(alpha.length);
  for (let i = 0; i < alpha.length; i++) {
    const trust = unknown[i] ? inBand : 1;
    // What the hand has marked is sure, whatever is thought of it.
    if (marked && marked[i] === markedFront) front[i] = 1;
    else if (marked && marked[i] === markedBehind) behind[i] = 1;
    else if (alpha[i] > 0.9) front[i] = trust * (alpha[i] - 0.9) * 10;
    else if (alpha[i] < 0.1) behind[i] = trust * (0.1 - alpha[i]) * 10;
  }
  const ground = spread(light, behind, width, height);
  const near = spread(isMixed ? purified(light, ground, front, unknown, tones) : light, front, width, height);
  const out: Estimate = { alpha: new Float32Array(alpha.length), certainty: new Float32Array(alpha.length) };
  // The first candidate is the front near by.
  const candidates = Float64Array.from([0, 0, 0, ...tones.flat()]);
  const [red, green, blue] = light;
  const [groundRed, groundGreen, groundBlue] = ground;
  for (let i = 0; i < alpha.length; i++) {
    if (unknown[i] === 0) continue;
    candidates[0] = near[0][i];
    candidates[1] = near[1][i];
    candidates[2] = near[2][i];
    const [b0, b1, b2] = [groundRed[i], groundGreen[i], groundBlue[i]];
    const [c0, c1, c2] = [red[i] - b0, green[i] - b1, blue[i] - b2];
    const variance = (colourSigma * (leastLight + (red[i] + green[i] + blue[i]) / 3)) ** 2;
    // Where a px looks like the front near by, it may be that itself: where both sides are alike this makes the
    // estimate unsure.
    const same = (red[i] - candidates[0]) ** 2 + (green[i] - candidates[1]) ** 2 + (blue[i] - candidates[2]) ** 2;
    const itself = frontItself * likelihood(same / variance);
    let [weights, sum, squares] = [itself, itself, itself];
    if (cut[i] > 127) {
      const dimmed = max(
        darkest,
        min(1, (red[i] * b0 + green[i] * b1 + blue[i] * b2) / (b0 * b0 + b1 * b1 + b2 * b2 + 1e-9)),
      );
      const off = (red[i] - dimmed * b0) ** 2 + (green[i] - dimmed * b1) ** 2 + (blue[i] - dimmed * b2) ** 2;
      weights += shaded * likelihood(off / variance);
    }
    for (let k = 0; k < candidates.length; k += 3) {
      const d0 = candidates[k] - b0;
      const d1 = candidates[k + 1] - b1;
      const d2 = candidates[k + 2] - b2;
      const length = d0 * d0 + d1 * d1 + d2 * d2 + 1e-9;
      const share = max(0, min(1, (c0 * d0 + c1 * d1 + c2 * d2) / length));
      const [e0, e1, e2] = [c0 - share * d0, c1 - share * d1, c2 - share * d2];
      const off = (e0 * e0 + e1 * e1 + e2 * e2) / variance;
      // Where the front near by looks like what lies behind, nothing can be estimated: that counts in full, and makes
      // the estimate unsure.
      const weight = likelihood(off) * (k === 0 ? 1 : elsewhere * sqrt(min(1, length * 100)));
      weights += weight;
      sum += weight * share;
      squares += weight * (share * share + variance / length);
    }
    const mean = weights > 0 ? sum / weights : alpha[i];
    out.alpha[i] = mean;
    out.certainty[i] = weights > 0 ? 1 / (doubt + max(0, squares / weights - mean * mean)) : 0;
  }
  return out;
}
