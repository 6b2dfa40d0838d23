import { memoize } from '../../../graph/memoize';
import type { Patches } from './patches';

/** Looked up once: these loops are hot. */
const { floor } = Math;

/** The pairs that each patch is part of: those of patch i are `edges` from `start[i]` on. */
export interface Links {
  start: Int32Array;
  edges: Int32Array;
}

export const linksOf = memoize(({ count, ties: { from, to } }: Pick<Patches, 'count' | 'ties'>): Links => {
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

/**
 * The patches that hang together with some, over such as belong.
 * @param seen 1 for each patch that is left out; those that are found are 1 in it too
 */
export function hangingTogether(
  patches: Pick<Patches, 'count' | 'ties'>,
  begins: readonly number[],
  belongs: (patch: number) => boolean,
  seen: Uint8Array,
): number[] {
  const { from, to } = patches.ties;
  const { start, edges } = linksOf(patches);
  const part: number[] = [];
  const open = [...begins];
  for (const begin of begins) seen[begin] = 1;
  for (let patch = open.pop(); patch !== undefined; patch = open.pop()) {
    part.push(patch);
    for (let link = start[patch]; link < start[patch + 1]; link++) {
      const tie = edges[link];
      const other = from[tie] === patch ? to[tie] : from[tie];
      if (seen[other] === 1 || !belongs(other)) continue;
      seen[other] = 1;
      open.push(other);
    }
  }
  return part;
}

/** Buckets for each unit of length. */
const fineness = 40;

/**
 * Length of the shortest way to each patch from those that it may begin at (Dijkstra 1959, with buckets as in Dial 1969).
 * @param begins whether a way may begin at a patch
 * @param steps length of the way over each tie, above 0
 * @returns Infinity where no way leads
 */
export function walk(patches: Patches, begins: (patch: number) => boolean, steps: ArrayLike<number>): Float64Array {
  const {
    count,
    ties: { from, to },
  } = patches;
  const { start, edges } = linksOf(patches);
  const way = new Float64Array(count).fill(Infinity);
  const buckets: number[][] = [];
  const put = (patch: number, length: number): void => {
    if (length >= way[patch]) return;
    way[patch] = length;
    (buckets[floor(length * fineness)] ??= []).push(patch);
  };
  for (let i = 0; i < count; i++) if (begins(i)) put(i, 0);
  for (let number = 0; number < buckets.length; number++) {
    const bucket = buckets[number];
    if (!bucket) continue;
    for (let next = 0; next < bucket.length; next++) {
      const patch = bucket[next];
      if (floor(way[patch] * fineness) < number) continue;
      for (let link = start[patch]; link < start[patch + 1]; link++) {
        const tie = edges[link];
        put(from[tie] === patch ? to[tie] : from[tie], way[patch] + steps[tie]);
      }
    }
    buckets[number] = [];
  }
  return way;
}
