import type { OklabPlanes } from '../../../pixels/oklabPlanes';
import type { Region } from '../../../pixels/region';
import { memoize } from '../../../graph/memoize';
import { learnColours, likelihood, type ColourModel } from './colourModel';
import { markedBehind, markedFront, unmarked } from './marks';
import { CutGraph } from './minimumCut';
import type { Patches } from './patches';

/** Looked up once: these loops are hot. */
const { min, max, floor, sqrt } = Math;

/** What both sides look like. */
export interface SideColours {
  front: ColourModel;
  behind: ColourModel;
}

/** What a px may say at most, and what two px that are alike are tied with. */
export const loudest = 5;
export const tieStrength = 5;
/** How much more a nearer mark counts than one that is further off along the picture, each px. */
const nearness = 1.2;
/** The pull of a marked patch: stronger than all others together. */
const certain = 1e9;
/** Colours are learned anew from what was found. */
const rounds = 2;
/** How much the px under the strokes count then, beside all that was found: a fraction of all. */
const strokeShare = 0.7;
const mostStroked = 3000;

export interface PatchCut {
  /** 1 for each patch in front. */
  front: Uint8Array;
  colours: SideColours;
}

/** What the person has marked, on the patches' grid. */
export interface Said {
  /** The mark of each px. */
  drawn: Uint8Array;
  /** px whose colours are taken to be those of each side. */
  under: Record<'front' | 'behind', Int32Array>;
  /** px: what lies outside is behind; null for the whole. */
  box: Region | null;
}

/**
 * Divides the patches by the marks.
 * @param planes the colours that the patches were made from
 * @returns null where nothing is marked that stands in front, and no box is given
 */
export function cutPatches(patches: Patches, planes: OklabPlanes, { drawn, under, box }: Said): PatchCut | null {
  const marked = sayings(patches, drawn, box);
  const known = box && !marked.includes(markedFront) ? null : nearnessOf(patches, marked);
  const first = firstSides(marked, box);
  if (!first) return null;
  const stroked = { front: coloursAt(planes, under.front), behind: coloursAt(planes, under.behind) };
  let colours: SideColours | null = null;
  let front = first.front;
  let behind = first.behind;
  for (let round = 0; round < rounds; round++) {
    // The first time the px under the strokes tell the colours, then all that was found.
    const learn = (side: 'front' | 'behind', found: Uint8Array): ColourModel | null =>
      (round === 0 && stroked[side]) || withStrokes(patches, found, planes, under[side]);
    const learned = { front: learn('front', front), behind: learn('behind', behind) };
    if (!learned.front || !learned.behind) break;
    colours = learned as SideColours;
    front = divide(patches, marked, colours, known);
    behind = front.map((one) => 1 - one);
  }
  if (!colours) return null;
  return { front: marked.includes(markedFront) ? reached(patches, front, marked) : front, colours };
}

/** Where both sides lie before anything is learned; null where nothing stands in front. */
function firstSides(marked: Uint8Array, box: Region | null): { front: Uint8Array; behind: Uint8Array } | null {
  const front = marked.map((one) => (one === markedFront || (box !== null && one === unmarked) ? 1 : 0));
  if (!front.includes(1)) return null;
  const behind = marked.map((one) => (one === markedBehind ? 1 : 0));
  // With marks on one side only, the other side is at first everything else.
  return { front, behind: behind.includes(1) ? behind : front.map((one) => 1 - one) };
}

/** The colours of some px; null where there are none. */
function coloursAt(planes: OklabPlanes, pixels: Int32Array): ColourModel | null {
  const samples = planes.map((plane) => Float32Array.from(pixels, (i) => plane[i])) as OklabPlanes;
  return learnColours(samples, new Uint8Array(pixels.length).fill(1));
}

/** Colours learned from what was found and from the px under the strokes, which count as `strokeShare` of all. */
function withStrokes(patches: Patches, found: Uint8Array, planes: OklabPlanes, under: Int32Array): ColourModel | null {
  const all = weights(patches, found);
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
  return learnColours(samples, weight);
}

/** What the marks say of each patch: where both sides touch it, the one that covers more of it. */
function sayings({ labels, count, width }: Patches, marks: Uint8Array, box: Region | null): Uint8Array {
  const votes = new Float32Array(count);
  const outside =
    box &&
    ((x: number, y: number): boolean => x < box.x || y < box.y || x >= box.x + box.width || y >= box.y + box.height);
  const marked = new Uint8Array(count);
  for (let i = 0; i < labels.length; i++) {
    const byBox = outside?.(i % width, floor(i / width)) ? markedBehind : unmarked;
    const mark = marks[i] !== unmarked ? marks[i] : byBox;
    if (mark === unmarked) continue;
    marked[labels[i]] = 1;
    votes[labels[i]] += mark === markedFront ? 1 : -1;
  }
  const voted = (patch: number): number => (votes[patch] > 0 ? markedFront : markedBehind);
  return marked.map((touched, i) => (touched === 0 ? unmarked : voted(i)));
}

const weights = ({ sizes }: Patches, wanted: ArrayLike<number>): Float32Array =>
  sizes.map((size, i) => size * wanted[i]);

function divide(
  patches: Patches,
  marked: ArrayLike<number>,
  colours: SideColours,
  known: Float32Array | null,
): Uint8Array {
  const {
    count,
    sizes,
    means,
    ties: { from, to, sums },
  } = patches;
  const graph = new CutGraph(count, from.length);
  for (let i = 0; i < count; i++) {
    if (marked[i] === markedFront) graph.draw(i, certain);
    else if (marked[i] === markedBehind) graph.draw(i, -certain);
    else graph.draw(i, sizes[i] * leaning(colours, means[0][i], means[1][i], means[2][i], known ? known[i] : 0));
  }
  for (let k = 0; k < from.length; k++) graph.tie(from[k], to[k], tieStrength * sums[k]);
  return graph.divide();
}

/** How far a px of a colour leans to the front. @param known lean by the marks that are near, -1..1 */
function leaning({ front, behind }: SideColours, lightness: number, a: number, b: number, known: number): number {
  const colour = likelihood(front, lightness, a, b) - likelihood(behind, lightness, a, b);
  return max(-loudest, min(loudest, colour)) + nearness * known;
}

/**
 * For each patch which marks are nearer, going around edges (geodesic distance, Price et al. 2010): -1 behind, 1 front.
 */
function nearnessOf(patches: Patches, marked: ArrayLike<number>): Float32Array {
  const front = walk(patches, marked, markedFront);
  const behind = walk(patches, marked, markedBehind);
  return front.map((way, i) =>
    Number.isFinite(way) && Number.isFinite(behind[i]) && way + behind[i] > 0
      ? (behind[i] - way) / (behind[i] + way)
      : 0,
  );
}

/** Length of the shortest way from the patches that bear a mark; a step is as long as the two differ in colour. */
function walk(patches: Patches, marked: ArrayLike<number>, mark: number): Float32Array {
  const {
    count,
    means,
    ties: { from, to },
  } = patches;
  const links = linksOf(patches);
  const way = new Float32Array(count).fill(Infinity);
  const buckets: number[][] = [];
  const put = (node: number, length: number): void => {
    if (length >= way[node]) return;
    way[node] = length;
    (buckets[floor(length * 500)] ??= []).push(node);
  };
  for (let i = 0; i < count; i++) if (marked[i] === mark) put(i, 0);
  for (let k = 0; k < buckets.length; k++) {
    const bucket = buckets[k];
    if (!bucket) continue;
    for (let at = 0; at < bucket.length; at++) {
      const node = bucket[at];
      if (floor(way[node] * 500) < k) continue;
      for (let link = links.start[node]; link < links.start[node + 1]; link++) {
        const edge = links.edges[link];
        const other = from[edge] === node ? to[edge] : from[edge];
        const step = sqrt(
          (means[0][node] - means[0][other]) ** 2 +
            (means[1][node] - means[1][other]) ** 2 +
            (means[2][node] - means[2][other]) ** 2,
        );
        put(other, way[node] + step + 0.002);
      }
    }
    buckets[k] = [];
  }
  return way;
}

interface Links {
  start: Int32Array;
  edges: Int32Array;
}

/** The pairs that each patch is part of. */
const linksOf = memoize(({ count, ties: { from, to } }: Patches): Links => {
  const start = new Int32Array(count + 1);
  for (let k = 0; k < from.length; k++) {
    start[from[k] + 1]++;
    start[to[k] + 1]++;
  }
  for (let i = 0; i < count; i++) start[i + 1] += start[i];
  const fill = start.slice();
  const edges = new Int32Array(2 * from.length);
  for (let k = 0; k < from.length; k++) {
    edges[fill[from[k]]++] = k;
    edges[fill[to[k]]++] = k;
  }
  return { start, edges };
});

/** Only what hangs together with a mark is kept: the same colours elsewhere are not meant. */
function reached(patches: Patches, front: Uint8Array, marked: ArrayLike<number>): Uint8Array {
  const { from, to } = patches.ties;
  const { start, edges } = linksOf(patches);
  const out = new Uint8Array(front.length);
  const open: number[] = [];
  for (let i = 0; i < front.length; i++) if (marked[i] === markedFront) open.push((out[i] = 1) && i);
  for (let node = open.pop(); node !== undefined; node = open.pop()) {
    for (let link = start[node]; link < start[node + 1]; link++) {
      const other = from[edges[link]] === node ? to[edges[link]] : from[edges[link]];
      if (front[other] === 0 || out[other] === 1) continue;
      out[other] = 1;
      open.push(other);
    }
  }
  return out;
}
