import type { Level } from '../../../pictures/pyramid';
import type { Point } from '../../../shape/affine';
import { evenly, rankAlong, blurredAlong, normalsOf, smoothed } from './line';
import { profileCount, profileReach, profilesAcross, profileStep, type Profiles } from './profiles';

/** Looked up once: these loops are hot. */
const { min, max, abs, exp, sqrt, floor, PI } = Math;
const endless = Infinity;

/** A border as it lies in the photograph. */
export interface CleanLine {
  /** Closed, picture px. */
  points: Point[];
  /** How soft the photograph is there: sigma of a Gaussian, px. */
  sigmas: Float64Array;
  /** How plainly the photograph shows the border there, 0..1. */
  plain: Float64Array;
}

/** Steps of px are smoothed away before anything is looked for; sigma in px. */
const steps = 1.5;
/** It is looked for so often, and between looks smoothed by this, places. */
const [looks, again] = [2, 0.8];
/** Normals are those of a calmer line. */
const calm = 3;
/** The border is looked for so far to each side, px. */
const [lookedFor, lookedForAgain] = [3.5, 1.5];
const beyondReach = 1e3;
/** Blur of the derivative across, px, and of profiles along, places. */
const [across, along] = [1, 1.5];
/** Cost of a step of half a px from one place to the next, and of the whole way off from where the cut was. */
const [stepCost, awayCost] = [0.12, 0.25];
/** How much a border that bends is held straight, against a place that shows it plainly. */
const stiffness = 6;
/** A place of this strength counts half. */
const faintest = 0.12;
/** Both sides this much apart, linear light, are told well. */
const toldApart = 0.02;
/** A line of fewer places is left as it is, and one of fewer than that looked for only once. */
const [leastPlaces, leastAgain] = [12, 80];
const rounds = 60;

/**
 * Moves the border of a mask to where the photograph changes most across it, to a fraction of a px: the best way along
 * the changes (an active contour solved by dynamic programming: Amini et al. 1990), then held straight where the
 * photograph shows little.
 * @param contour closed, what is in front to its right
 */
export function refineLine(picture: Level, mask: Uint8Array, contour: readonly Point[]): CleanLine {
  let line = evenly(smoothed(contour, steps), 1);
  if (line.length < leastPlaces) return unlooked(contour);
  let found = lookAlong(picture, mask, line, lookedFor);
  // Where the cut was off in steps its normals were too: seen from where the border lies it is found more exactly.
  for (let look = 1; look < looks; look++) {
    line = evenly(smoothed(found.points, again), 1);
    if (line.length < leastAgain) break;
    found = lookAlong(picture, mask, line, lookedForAgain);
  }
  return found;
}

const unlooked = (contour: readonly Point[]): CleanLine => ({
  points: [...contour],
  sigmas: new Float64Array(contour.length),
  plain: new Float64Array(contour.length),
});

function lookAlong(picture: Level, mask: Uint8Array, line: readonly Point[], reach: number): CleanLine {
  const count = line.length;
  const normals = normalsOf(line, calm);
  const profiles = profilesAcross(picture, mask, line, normals);
  const changes = changesAcross(profiles, count);
  const offsets = bestWay(changes, count, reach);
  const plain = new Float64Array(count);
  const wanted = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const { at, value } = peakNear(changes, i, offsets[i]);
    wanted[i] = at;
    const told = profiles.apart[i] ** 2 / (profiles.apart[i] ** 2 + toldApart ** 2);
    plain[i] = told * (max(0, value) ** 2 / (value ** 2 + faintest ** 2));
  }
  const settled = straightened(line, normals, wanted, plain);
  const points = line.map(([x, y], i): Point => [x + normals[i][0] * settled[i], y + normals[i][1] * settled[i]]);
  return { points, sigmas: sigmasOf(profiles, settled, plain), plain };
}

/** How steeply each profile falls at each of its values, a px. */
function changesAcross({ shares }: Profiles, count: number): Float32Array {
  const span = Math.ceil((2.5 * across) / profileStep);
  const kernel = Array.from({ length: 2 * span + 1 }, (_, k) => {
    const t = (k - span) * profileStep;
    return (t * exp((-t * t) / (2 * across * across))) / (across ** 3 * sqrt(2 * PI));
  });
  const steep = new Float32Array(shares.length);
  for (let i = 0; i < count; i++) {
    const row = i * profileCount;
    for (let k = 0; k < profileCount; k++) {
      let sum = 0;
      for (let m = -span; m <= span; m++)
        sum -= kernel[m + span] * shares[row + min(profileCount - 1, max(0, k + m))] * profileStep;
      steep[row + k] = sum;
    }
  }
  const column = new Float64Array(count);
  for (let k = 0; k < profileCount; k++) {
    for (let i = 0; i < count; i++) column[i] = steep[i * profileCount + k];
    const calmer = blurredAlong(column, along);
    for (let i = 0; i < count; i++) steep[i * profileCount + k] = calmer[i];
  }
  return steep;
}

const middle = (profileCount - 1) / 2;
const states = 2 * Math.round(lookedFor / profileStep) + 1;
const firstState = middle - (states - 1) / 2;
/** No falls count for more than this, a px. */
const steepest = 0.4;

/** The way along the line that follows the changes best: a value of each profile. */
function bestWay(changes: Float32Array, count: number, reach: number): Int32Array {
  const costAt = (i: number, state: number): number => {
    const away = ((state - (states - 1) / 2) * profileStep) / reach;
    if (abs(away) > 1) return beyondReach;
    return awayCost * away * away - min(1, changes[i * profileCount + firstState + state] / steepest);
  };
  // The line is closed: it is gone around once and a half, and the middle of that is kept.
  const lead = min(count, 120);
  const length = count + 2 * lead;
  const from = new Uint8Array(length * states);
  let before = new Float64Array(states);
  let now = new Float64Array(states);
  for (let step = 0; step < length; step++) {
    const i = (step - lead + 2 * count) % count;
    for (let s = 0; s < states; s++) {
      let best = endless;
      for (let r = max(0, s - 2); r <= min(states - 1, s + 2); r++) {
        const cost = before[r] + stepCost * (s - r) * (s - r);
        if (cost < best) [best, from[step * states + s]] = [cost, r];
      }
      now[s] = best + costAt(i, s);
    }
    [before, now] = [now, before];
  }
  let state = before.indexOf(min(...before));
  const out = new Int32Array(count);
  for (let step = length - 1; step >= lead; step--) {
    if (step < lead + count) out[step - lead] = firstState + state;
    state = from[step * states + state];
  }
  return out;
}

/** The steepest fall beside a value of a profile, px from the line, by a parabola. */
function peakNear(changes: Float32Array, i: number, near: number): { at: number; value: number } {
  let k = near;
  const row = i * profileCount;
  for (const other of [near - 1, near + 1])
    if (other > 0 && other < profileCount - 1 && changes[row + other] > changes[row + k]) k = other;
  const [left, own, right] = [changes[row + k - 1], changes[row + k], changes[row + k + 1]];
  const bend = left - 2 * own + right;
  const shift = bend < -1e-9 ? min(0.5, max(-0.5, (0.5 * (left - right)) / bend)) : 0;
  return { at: (k + shift - middle) * profileStep, value: own };
}

/** How much a place that shows nothing stays where the cut was. */
const rest = 0.01;
/** Even where the border is plain, grain is not followed. */
const leastStiff = 0.02;

/**
 * Offsets that follow what is wanted where the photograph is plain, and make a border that bends little where it is
 * not: least squares, by conjugate gradients.
 */
function straightened(
  line: readonly Point[],
  normals: readonly Point[],
  wanted: Float64Array,
  plain: Float64Array,
): Float64Array {
  const count = line.length;
  const bends = (d: Float64Array): Float64Array =>
    d.map((value, i) => d[(i + count - 1) % count] - 2 * value + d[(i + 1) % count]);
  // What is held straight is the border, not its distance from where it was: its own bends count too.
  const own = Float64Array.from(line, ([x, y], i) => {
    const [a, b] = [line[(i + count - 1) % count], line[(i + 1) % count]];
    return normals[i][0] * (a[0] - 2 * x + b[0]) + normals[i][1] * (a[1] - 2 * y + b[1]);
  });
  const stiff = plain.map((value) => stiffness * (leastStiff + (1 - value) ** 2));
  const pull = bends(own.map((value, i) => value * stiff[i]));
  const right = wanted.map((value, i) => plain[i] * value - pull[i]);
  const apply = (d: Float64Array): Float64Array => {
    const twice = bends(bends(d).map((value, i) => value * stiff[i]));
    return d.map((value, i) => (plain[i] + rest) * value + twice[i]);
  };
  const out = conjugate(apply, right, wanted);
  for (let i = 0; i < count; i++) out[i] = min(lookedFor + 1, max(-lookedFor - 1, out[i]));
  return out;
}

/** Solves a symmetric system (Hestenes and Stiefel 1952). */
function conjugate(apply: (d: Float64Array) => Float64Array, right: Float64Array, start: Float64Array): Float64Array {
  const out = start.slice();
  const left = apply(out).map((value, i) => right[i] - value);
  let direction = left.slice();
  const dot = (a: Float64Array, b: Float64Array): number => a.reduce((sum, value, i) => sum + value * b[i], 0);
  let size = dot(left, left);
  for (let round = 0; round < rounds && size > 1e-9 * out.length; round++) {
    const product = apply(direction);
    const step = size / dot(direction, product);
    for (let i = 0; i < out.length; i++) {
      out[i] += step * direction[i];
      left[i] -= step * product[i];
    }
    const next = dot(left, left);
    direction = direction.map((value, i) => left[i] + (next / size) * value);
    size = next;
  }
  return out;
}

/** Sigmas that are tried for the photograph's edge, px. */
const tried = Array.from({ length: 15 }, (_, k) => 0.2 * 1.2 ** k);
/** What reading between px and the px' own width add to the sigma that is seen, squared px. */
const ownBlur = 1 / 6 + 1 / 12;
/** Profiles of so many places to each side are looked at together. */
const together = 5;

/** Softness of a sharp photograph's edges, px; and what share of a profile must be explained by one edge. */
const [usual, leastExplained] = [0.4, 0.9];
/** Below this a border is too weak for its softness to be told: it may be no edge at all. */
const leastPlain = 0.4;
/** Of the places near by, the one that so many of all are below is believed: what else is near an edge makes it look softer. */
const believed = 0.4;

/** How soft the photograph is along the border. */
function sigmasOf({ shares }: Profiles, offsets: Float64Array, plain: Float64Array): Float64Array {
  const count = offsets.length;
  const reach = 5;
  const spots = Array.from({ length: 2 * reach * 2 + 1 }, (_, k) => k / 2 - reach);
  const models = tried.map((sigma) => spots.map((t) => normalBelow(-t / sqrt(sigma * sigma + ownBlur))));
  const aligned = new Float64Array(count * spots.length);
  for (let i = 0; i < count; i++)
    spots.forEach((t, k) => {
      const place = (t + offsets[i] + profileReach) / profileStep;
      const left = min(profileCount - 2, max(0, floor(place)));
      const share = min(1, max(0, place - left));
      const at = i * profileCount + left;
      aligned[i * spots.length + k] = shares[at] * (1 - share) + shares[at + 1] * share;
    });
  const found = new Float64Array(count);
  const profile = new Float64Array(spots.length);
  let last = usual;
  for (let i = 0; i < count; i++) {
    profile.fill(0);
    let weights = 0;
    for (let k = -together; k <= together; k++) {
      const other = (i + k + count) % count;
      weights += plain[other];
      for (let m = 0; m < spots.length; m++) profile[m] += plain[other] * aligned[other * spots.length + m];
    }
    // Where there is nothing to be measured it stays as it was.
    const fit = weights > leastPlain * (2 * together + 1) ? bestFit(profile, models) : null;
    if (fit !== null && fit.explains > leastExplained) last = min(tried[fit.which], sigmaOfSlope(profile, weights));
    found[i] = last;
  }
  return blurredAlong(rankAlong(found, 20, believed), 5);
}

/** The sigma of a step from 1 to 0 whose steepest fall is that of a profile, px. @param sum what the profile adds up to at 1 */
function sigmaOfSlope(profile: Float64Array, sum: number): number {
  let steep = 0;
  for (let k = 1; k < profile.length - 1; k++) steep = max(steep, (profile[k - 1] - profile[k + 1]) / sum);
  const square = 1 / (2 * PI * steep * steep) - ownBlur;
  return sqrt(max(tried[0] ** 2, square));
}

/** Which model a profile is most like, each scaled and shifted to it. */
function bestFit(profile: Float64Array, models: readonly number[][]): { which: number; explains: number } {
  let [best, least, whole] = [0, endless, 1];
  const count = profile.length;
  models.forEach((model, which) => {
    let [m, p, mm, mp, pp] = [0, 0, 0, 0, 0];
    for (let k = 0; k < count; k++) {
      m += model[k];
      p += profile[k];
      mm += model[k] * model[k];
      mp += model[k] * profile[k];
      pp += profile[k] * profile[k];
    }
    const [varies, shared] = [mm - (m * m) / count, mp - (m * p) / count];
    whole = pp - (p * p) / count;
    const rest = whole - (shared > 0 ? (shared * shared) / varies : 0);
    if (rest < least) [best, least] = [which, rest];
  });
  return { which: best, explains: whole > 0 ? 1 - least / whole : 0 };
}

/** The share of a normal distribution that lies below a value (Abramowitz and Stegun 1964, 26.2.17). */
function normalBelow(value: number): number {
  const t = 1 / (1 + 0.2316419 * abs(value));
  const tail =
    (exp((-value * value) / 2) / sqrt(2 * PI)) *
    (t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429)))));
  return value > 0 ? 1 - tail : tail;
}
