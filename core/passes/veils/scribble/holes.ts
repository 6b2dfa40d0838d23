import { hangingTogether } from './geodesic';
import { markedBehind } from './marks';
import type { Patches } from './patches';

/** Looked up once: these loops are hot. */
const { min } = Math;

/** What is seen through a hole is so large a part of all that lies behind, at least. */
const seenThrough = 0.01;
/** A hole larger than this part of what is in front is none. */
const largest = 0.5;

/** Patches behind that hang together. */
interface Part {
  members: number[];
  /** px */
  size: number;
  /** All around it is in front, and no mark says that it lies behind. */
  isEnclosed: boolean;
}

/**
 * Fills what is enclosed by the front and looks like nothing else that lies behind: eyes and a flower's heart belong to
 * the thing around them, while what is seen between stems is seen beside them too. Closedness is what tells figures from
 * grounds first (Koffka 1935).
 * @param front 1 for each patch in front
 * @param marked the mark of each patch
 */
export function withoutHoles(patches: Patches, front: Uint8Array, marked: ArrayLike<number>): Uint8Array {
  const parts = partsBehind(patches, front, marked);
  if (!parts.some(({ isEnclosed }) => isEnclosed)) return front;
  const { sizes, tones } = patches;
  const ground = new Float64Array(tones.count);
  for (const { members } of parts) for (const i of members) ground[tones.of[i]] += sizes[i];
  const all = parts.reduce((sum, { size }) => sum + size, 0);
  const inFront = front.reduce((sum, one, i) => sum + one * sizes[i], 0);
  const out = front.slice();
  for (const { members, size, isEnclosed } of parts) {
    if (!isEnclosed || size > largest * inFront) continue;
    const own = new Float64Array(tones.count);
    for (const i of members) own[tones.of[i]] += sizes[i];
    let seen = 0;
    for (const i of members) {
      let alike = 0;
      for (let tone = 0; tone < tones.count; tone++)
        alike += tones.alike[tones.of[i] * tones.count + tone] * (ground[tone] - own[tone]);
      seen += sizes[i] * min(1, alike / (seenThrough * (all - size)));
    }
    if (seen < size / 2) for (const i of members) out[i] = 1;
  }
  return out;
}

function partsBehind(patches: Patches, front: Uint8Array, marked: ArrayLike<number>): Part[] {
  const { count, sizes, outermost } = patches;
  const seen = new Uint8Array(count);
  const parts: Part[] = [];
  for (let begin = 0; begin < count; begin++) {
    if (front[begin] === 1 || seen[begin] === 1) continue;
    const members = hangingTogether(patches, [begin], (i) => front[i] === 0, seen);
    parts.push({
      members,
      size: members.reduce((sum, i) => sum + sizes[i], 0),
      isEnclosed: members.every((i) => outermost[i] === 0 && marked[i] !== markedBehind),
    });
  }
  return parts;
}
