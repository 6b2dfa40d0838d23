import { markedBehind, markedFront, unmarked } from './marks';
import type { Patches } from './patches';

/** A mark that covers less than this of a patch only grazes it; smaller patches, px, are always meant. */
const [grazed, alwaysMeant] = [0.3, 12];
/** A tone looks like those of a side's marks where so much of what they lie on is alike. */
const leastLikeness = 0.1;

/**
 * What the marks say of each patch: where both sides touch it, the one that covers more of it. What a mark only grazes is
 * not meant where it looks like what the other side's marks lie on: a thin stroke along a stem runs over its ground too.
 */
export function sayings({ labels, count, sizes, tones }: Patches, marks: Uint8Array): Uint8Array {
  const covered = [new Float32Array(count), new Float32Array(count)];
  for (let i = 0; i < labels.length; i++) {
    if (marks[i] !== unmarked) covered[marks[i] === markedFront ? 0 : 1][labels[i]]++;
  }
  const isGrazed = (i: number): boolean => sizes[i] > alwaysMeant && covered[0][i] + covered[1][i] < grazed * sizes[i];
  const evidence = covered.map((own) => {
    const out = new Float64Array(tones.count);
    let all = 0;
    for (let i = 0; i < count; i++) {
      if (own[i] === 0 || isGrazed(i)) continue;
      out[tones.of[i]] += own[i];
      all += own[i];
    }
    return out.map((value) => value / (all || 1));
  });
  const likeness = (tone: number, side: 0 | 1): number => {
    let sum = 0;
    for (let other = 0; other < tones.count; other++)
      sum += tones.alike[tone * tones.count + other] * evidence[side][other];
    return sum;
  };
  const marked = new Uint8Array(count);
  for (let i = 0; i < count; i++) {
    if (covered[0][i] + covered[1][i] === 0) continue;
    const side = covered[0][i] > covered[1][i] ? 0 : 1;
    const tone = tones.of[i];
    const other = likeness(tone, side === 0 ? 1 : 0);
    if (isGrazed(i) && other > leastLikeness && other > likeness(tone, side)) continue;
    marked[i] = side === 0 ? markedFront : markedBehind;
  }
  return marked;
}
