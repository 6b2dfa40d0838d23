import type { Patches } from '../scribble/patches';
import { findRegions, type Regions } from './regions';
import { salienceOf } from './salience';

/** Looked up once: these loops are hot. */
const { min, max } = Math;

/** Things are between these shares of the picture. */
const [smallest, largest] = [0.002, 0.6];
/** What stands out this much, against the most, is put together. */
const levels = [0.3, 0.4, 0.5, 0.6, 0.7, 0.8];
/** So many of the best are grown, so many times. */
const [grown, growth] = [60, 12];
/** Two that overlap more than this (intersection over union) are one. */
const same = 0.6;
/** How much what is known of a thing counts: each is a power. */
interface Weights {
  /** The strength of its border. */
  border: number;
  /** How much more it stands out than what is beside it, and what is taken for nothing. */
  salient: number;
  leastSalient: number;
  size: number;
  /** How little of its border is the picture's own. */
  rim: number;
  /** How even it is in itself. */
  even: number;
  /** How often it runs on over what meets at its border. */
  over: number;
}

/** Things of many colours that stand out from a calm ground, and even ones that lie over others. */
const kinds: Weights[] = [
  { border: 1, salient: 1.5, leastSalient: 0.05, size: 0.6, rim: 3, even: 0, over: 0 },
  { border: 3.3, salient: 0.9, leastSalient: 0.25, size: 0.27, rim: 0.3, even: 1.6, over: 3.2 },
];
/** The kinds that are offered in turn. */
const turns = [0, 1, 1, 0, 1];

/**
 * Up to five things that could stand in front, the likeliest first: regions of the grouping, and what stands out and
 * hangs together, grown by the neighbours that make them likelier. They are weighed by how strong their borders are, by
 * how much they stand out from what is beside them, by how even they are, by whether they run on over what meets at
 * their borders (T-junctions), and by how little of their border is the picture's own. What stands out from a calm
 * ground and what lies over other things are weighed apart, and offered in turn.
 * @returns for each 1 for the patches of it
 */
export function proposeThings(patches: Patches): Uint8Array[] {
  const regions = findRegions(patches);
  const salience = salienceOf(regions, max(patches.width, patches.height));
  const whole = patches.width * patches.height;
  const sets = [...regions.joined, ...together(regions, salience)];
  const lists = kinds.map((weights) => bestOf(sets, regions, (set) => scoreOf(regions, set, salience, whole, weights)));
  const out: Weighed[] = [];
  for (const turn of turns) {
    const next = lists[turn].find((one) => out.every((other) => overlapOf(regions, one.set, other.set) < same));
    if (next) out.push(next);
  }
  return out.map(({ set }) => Uint8Array.from(regions.of, (region) => set[region]));
}

/** The likeliest of some sets, the best of them grown. */
function bestOf(sets: readonly Uint8Array[], regions: Regions, score: (set: Uint8Array) => number): Weighed[] {
  const weighed = (some: readonly Uint8Array[]): Weighed[] =>
    some
      .map((set) => ({ set, score: score(set) }))
      .filter((one) => one.score > 0)
      .sort((a, b) => b.score - a.score);
  const first = weighed(sets);
  return weighed([...sets, ...first.slice(0, grown).map(({ set }) => grow(regions, set, score))]);
}

interface Weighed {
  set: Uint8Array;
  score: number;
}

/** What stands out by more than some level and hangs together. */
function together({ count, neighbours }: Regions, salience: Float64Array): Uint8Array[] {
  const most = salience.reduce((a, b) => max(a, b), 0);
  return levels.flatMap((level) => {
    const seen = new Uint8Array(count);
    const out: Uint8Array[] = [];
    for (let begin = 0; begin < count; begin++) {
      if (seen[begin] || salience[begin] < level * most) continue;
      const set = new Uint8Array(count);
      const open = [begin];
      seen[begin] = 1;
      for (let next = open.pop(); next !== undefined; next = open.pop()) {
        set[next] = 1;
        for (const other of neighbours[next].keys()) {
          if (seen[other] || salience[other] < level * most) continue;
          seen[other] = 1;
          open.push(other);
        }
      }
      out.push(set);
    }
    return out;
  });
}

/** Adds the neighbour that makes a thing likelier the most, again and again. */
function grow({ count, neighbours }: Regions, from: Uint8Array, score: (set: Uint8Array) => number): Uint8Array {
  let set = from;
  let best = score(set);
  for (let step = 0; step < growth; step++) {
    const beside = new Set<number>();
    for (let k = 0; k < count; k++)
      if (set[k]) for (const other of neighbours[k].keys()) if (!set[other]) beside.add(other);
    let found: Uint8Array | null = null;
    for (const other of beside) {
      const larger = set.slice();
      larger[other] = 1;
      const value = score(larger);
      if (value > best) [best, found] = [value, larger];
    }
    if (!found) return set;
    set = found;
  }
  return set;
}

function scoreOf(regions: Regions, set: Uint8Array, salience: Float64Array, whole: number, weights: Weights): number {
  const { count, areas, rims, neighbours } = regions;
  let [length, strength, outside, area, inside, rim, innerLength, innerStrength] = [0, 0, 0, 0, 0, 0, 0, 0];
  for (let k = 0; k < count; k++) {
    if (!set[k]) continue;
    area += areas[k];
    inside += areas[k] * salience[k];
    rim += rims[k];
    for (const [other, border] of neighbours[k]) {
      if (set[other]) {
        innerLength += border.length;
        innerStrength += border.length * border.strength;
        continue;
      }
      length += border.length;
      strength += border.length * border.strength;
      outside += border.length * salience[other];
    }
  }
  const share = area / whole;
  if (length === 0 || share < smallest || share > largest) return 0;
  const contrast = weights.leastSalient + max(0, inside / area - outside / length);
  return (
    (strength / length) ** weights.border *
    (1 - (innerLength > 0 ? innerStrength / innerLength : 0)) ** weights.even *
    contrast ** weights.salient *
    share ** weights.size *
    (weights.over > 0 ? overOf(regions, set) ** weights.over : 1) *
    (1 - min(1, rim / (length + rim))) ** weights.rim
  );
}

/** Of the points where others meet at a thing's border, the share at which it runs straight on: there it lies over them. */
function overOf({ junctions, junctionsOf }: Regions, set: Uint8Array): number {
  let [over, all] = [usualOver, 1];
  const seen = new Uint8Array(junctions.length);
  for (let k = 0; k < set.length; k++) {
    if (!set[k]) continue;
    for (const at of junctionsOf[k]) {
      if (seen[at]) continue;
      seen[at] = 1;
      const { regions, shares } = junctions[at];
      let share = 0;
      let others = 0;
      for (let i = 0; i < regions.length; i++) {
        if (set[regions[i]]) share += shares[i];
        else if (shares[i] > 0.05) others++;
      }
      if (share < 0.05 || others < 2) continue;
      all++;
      if (share > straightFrom && share < straightTo) over++;
    }
  }
  return over / all;
}

/** What a disc at a junction is covered by a border that runs straight on, about; and what is thought where there is none. */
const [straightFrom, straightTo] = [0.42, 0.6];
const usualOver = 0.5;

function overlapOf({ areas }: Regions, a: Uint8Array, b: Uint8Array): number {
  let [both, either] = [0, 0];
  for (let k = 0; k < a.length; k++) {
    if (a[k] & b[k]) both += areas[k];
    if (a[k] | b[k]) either += areas[k];
  }
  return either > 0 ? both / either : 0;
}
