import type { OklabPlanes } from '../../../pixels/oklabPlanes';
import { learnColours, likelihood, type ColourModel } from './colourModel';
import { markedBehind, markedFront } from './marks';
import type { Patches } from './patches';

/** Looked up once: these loops are hot. */
const { min, max, exp, log } = Math;

/** How much tones count, and what they may say at most. */
const [toneShare, toneLoudest] = [1.42, 4.2];
/** Tones that both sides have teach little: no less than this of them counts. */
const leastTrust = 0.1;
/** What a side has of a tone that it has nothing of: a share of its area. */
const unseen = 0.002;
/** How much more than an unmarked patch one under a stroke teaches of what lies behind; and how much what was found in front does. */
const [behindTeaches, foundTeaches] = [4.9, 0.5];
/** How much mixtures of colours count beside tones, and what they may say at most. */
const [colourShare, colourLoudest] = [0.3, 5];
/** Mixtures are learned from so many patches at most. */
const mostLearned = 2000;
/** How much the px under the strokes count beside all that was found, for the band along the border: a fraction. */
const strokeShare = 0.7;
const mostStroked = 3000;

/** Who teaches what both sides look like. */
export interface Teachers {
  /** The mark of each patch. */
  marked: Uint8Array;
  /** How likely each patch is in front, 0..1. */
  likely: ArrayLike<number>;
  /** Whether what is likely was found, and teaches too; otherwise only marks teach what is in front. */
  found: boolean;
  /** The way from the marks behind: what is nearer to them counts for how far tones are trusted. */
  fromBehind: Float64Array;
}

/**
 * How far each patch leans to the front by what it looks like: by its tone, and by mixtures of colours, which also know
 * what lies between the colours that were seen (Rother et al. 2004).
 */
export function leanByLooks(patches: Patches, teachers: Teachers): Float64Array {
  const { tones } = patches;
  const weights = weightsOf(patches, teachers);
  const byTone = learnTones(patches, weights, teachers);
  const out = Float64Array.from(tones.of, (tone) => toneShare * byTone[tone]);
  const [front, behind] = weights.map((weight) => learnColours(patches.means, weight, mostLearned));
  if (!front || !behind) return out;
  const [lightness, a, b] = patches.means;
  for (let i = 0; i < out.length; i++) {
    const apart = likelihood(front, lightness[i], a[i], b[i]) - likelihood(behind, lightness[i], a[i], b[i]);
    out[i] += colourShare * max(-colourLoudest, min(colourLoudest, apart));
  }
  return out;
}

/** How much each patch teaches of what is in front, and of what lies behind. */
function weightsOf({ sizes }: Patches, { marked, likely, found }: Teachers): [Float64Array, Float64Array] {
  const [front, behind] = [new Float64Array(sizes.length), new Float64Array(sizes.length)];
  for (let i = 0; i < sizes.length; i++) {
    const some = found ? foundTeaches * likely[i] : 0;
    front[i] = sizes[i] * (marked[i] === markedFront ? 1 : some);
    behind[i] = sizes[i] * (marked[i] === markedBehind ? behindTeaches : 1 - likely[i]);
  }
  return [front, behind];
}

/** How far each tone leans to the front, as the logarithm of how much more of it that side has. */
function learnTones(
  patches: Patches,
  [inFrontOf, behindOf]: readonly [Float64Array, Float64Array],
  teachers: Teachers,
): Float64Array {
  const { tones } = patches;
  const [front, behind] = [new Float64Array(tones.count), new Float64Array(tones.count)];
  let [frontAll, behindAll] = [0, 0];
  for (let i = 0; i < inFrontOf.length; i++) {
    front[tones.of[i]] += inFrontOf[i];
    frontAll += inFrontOf[i];
    behind[tones.of[i]] += behindOf[i];
    behindAll += behindOf[i];
  }
  const out = new Float64Array(tones.count);
  for (let tone = 0; tone < tones.count; tone++) {
    let [inFront, isBehind] = [0, 0];
    for (let other = 0; other < tones.count; other++) {
      const alike = tones.alike[tone * tones.count + other];
      inFront += (alike * front[other]) / (frontAll || 1);
      isBehind += (alike * behind[other]) / (behindAll || 1);
    }
    out[tone] = max(-toneLoudest, min(toneLoudest, log((inFront + unseen) / (isBehind + unseen))));
  }
  const trust = trustIn(out, patches, teachers);
  return out.map((value) => value * trust);
}

/** How well tones tell the sides apart, 0..1: by how often they would be wrong of what is known. */
function trustIn(leans: Float64Array, { sizes, tones }: Patches, { marked, likely, fromBehind }: Teachers): number {
  let [wrongFront, allFront, wrongBehind, allBehind] = [0, 0, 0, 0];
  for (let i = 0; i < sizes.length; i++) {
    const inFront = 1 / (1 + exp(-leans[tones.of[i]]));
    if (marked[i] === markedFront) {
      wrongFront += sizes[i] * (1 - inFront);
      allFront += sizes[i];
    }
    const known = sizes[i] * (marked[i] === markedBehind ? behindTeaches : (1 - likely[i]) * exp(-fromBehind[i] / 2));
    wrongBehind += known * inFront;
    allBehind += known;
  }
  // Without marks in front there is nothing to be wrong of.
  if (allFront === 0) return 1;
  const wrong = wrongFront / allFront + (allBehind > 0 ? wrongBehind / allBehind : 0.5);
  return max(leastTrust, 1 - wrong);
}

/** Colours of what was found and of the px under the strokes, which count as `strokeShare` of all. */
export function withStrokes(patches: Patches, found: Uint8Array, planes: OklabPlanes, under: Int32Array): ColourModel {
  const all = patches.sizes.map((size, i) => size * found[i]);
  const some =
    under.length > mostStroked ? under.filter((_, i) => i % Math.ceil(under.length / mostStroked) === 0) : under;
  const sum = all.reduce((a, b) => a + b, 0);
  const own = some.length > 0 ? (sum * strokeShare) / (1 - strokeShare) / some.length : 0;
  const count = all.length + some.length;
  const samples = planes.map((plane, c) => {
    const out = new Float32Array(count);
    out.set(patches.means[c]);
    some.forEach((i, k) => (out[all.length + k] = plane[i]));
    return out;
  }) as OklabPlanes;
  const weight = new Float32Array(count).fill(own);
  weight.set(all);
  return learnColours(samples, weight)!;
}
