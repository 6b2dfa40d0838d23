import type { Patches } from '../scribble/patches';
import { junctionsOf, type Junction } from './junctions';
import { groupPatches, patchesIn, type Grouping } from './grouping';

/** Looked up once: these loops are hot. */
const { sqrt } = Math;

/** A picture as a few hundred regions, and what is known of each and of each two neighbours. */
export interface Regions {
  count: number;
  /** The region of each patch. */
  of: Int32Array;
  /** px. */
  areas: Float64Array;
  /** Middle of each, px. */
  places: [number, number][];
  /** The picture, px of the patches. */
  width: number;
  height: number;
  /** Length of the picture's own border that each touches, px: of each side, clockwise from above; and px of it altogether. */
  sides: Float64Array[];
  rims: Float64Array;
  /** Mean Oklab. */
  colours: Float64Array[];
  /** Neighbours of each: the length of the border, px, and how strong it is on average, 0..1. */
  neighbours: Map<number, { length: number; strength: number }>[];
  /** Points where regions meet, and for each region which it takes part in. */
  junctions: Junction[];
  junctionsOf: number[][];
  /** Regions that were joined to one another in the grouping, as sets of regions. */
  joined: Uint8Array[];
}

/** So many regions are told apart. */
const toldApart = 300;

/** Tells a picture's regions apart by what differs least. @param most so many of them */
export function findRegions(patches: Patches, most = toldApart): Regions {
  const grouping = groupPatches(patches);
  const chosen = topRegions(grouping, most);
  const count = chosen.length;
  const of = new Int32Array(patches.count);
  chosen.forEach((node, k) => patchesIn(grouping, node).forEach((patch) => (of[patch] = k)));
  const { width, height, labels } = patches;
  const junctions = junctionsOf(patches, of);
  const own: number[][] = chosen.map(() => []);
  junctions.forEach(({ regions }, k) => regions.forEach((region) => own[region].push(k)));
  const out: Regions = {
    count,
    of,
    areas: Float64Array.from(chosen, (node) => grouping.sizes[node]),
    places: chosen.map(() => [0, 0]),
    width,
    height,
    sides: [0, 1, 2, 3].map(() => new Float64Array(count)),
    rims: new Float64Array(count),
    colours: grouping.colours.map((plane) => Float64Array.from(chosen, (node) => plane[node])),
    neighbours: neighboursOf(patches, of, count),
    junctions,
    junctionsOf: own,
    joined: joinedOf(grouping, chosen),
  };
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      const k = of[labels[i]];
      out.places[k][0] += x / out.areas[k];
      out.places[k][1] += y / out.areas[k];
      const touched = [y === 0, x === width - 1, y === height - 1, x === 0];
      touched.forEach((isTouched, side) => (out.sides[side][k] += Number(isTouched)));
      if (touched.some(Boolean)) out.rims[k]++;
    }
  }
  return out;
}

/** How far two regions' colours lie apart, Oklab. */
export function apart({ colours }: Regions, a: number, b: number): number {
  let square = 0;
  for (const plane of colours) square += (plane[a] - plane[b]) ** 2;
  return sqrt(square);
}

/** What hangs together with a region, itself too, of those that belong. */
export function hangingTogether(
  { count, neighbours }: Regions,
  begin: number,
  belongs: (region: number) => boolean,
): Uint8Array {
  const set = new Uint8Array(count);
  const open = [begin];
  set[begin] = 1;
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    for (const other of neighbours[next].keys()) {
      if (set[other] || !belongs(other)) continue;
      set[other] = 1;
      open.push(other);
    }
  }
  return set;
}

/** 1 for each region beside some. */
export function borderedBy({ count, neighbours }: Pick<Regions, 'count' | 'neighbours'>, set: Uint8Array): Uint8Array {
  const out = new Uint8Array(count);
  for (let k = 0; k < count; k++) if (set[k]) for (const other of neighbours[k].keys()) if (!set[other]) out[other] = 1;
  return out;
}

/** The nodes that are left when only so many are to be told apart. */
function topRegions({ leaves, count, children }: Grouping, wanted: number): number[] {
  const open = new Set([count - 1]);
  for (let made = count - 1; made >= leaves && open.size < wanted; made--) {
    if (!open.delete(made)) continue;
    for (const child of children[made - leaves]) open.add(child);
  }
  return [...open];
}

/** The sets of regions that the grouping makes, but for the whole. */
function joinedOf({ leaves, count, children, parent }: Grouping, chosen: readonly number[]): Uint8Array[] {
  const sets = new Map<number, Uint8Array>();
  chosen.forEach((node, k) => {
    const own = new Uint8Array(chosen.length);
    own[k] = 1;
    sets.set(node, own);
  });
  for (let made = leaves; made < count; made++) {
    const [a, b] = children[made - leaves].map((child) => sets.get(child));
    if (a && b && parent[made] >= 0)
      sets.set(
        made,
        a.map((one, k) => one | b[k]),
      );
  }
  return [...sets.values()];
}

function neighboursOf({ ties }: Patches, of: Int32Array, count: number): Regions['neighbours'] {
  const out: Regions['neighbours'] = Array.from({ length: count }, () => new Map());
  const add = (a: number, b: number, length: number, sum: number): void => {
    const known = out[a].get(b);
    if (!known) out[a].set(b, { length, strength: sum });
    else [known.length, known.strength] = [known.length + length, known.strength + sum];
  };
  for (let k = 0; k < ties.from.length; k++) {
    const [a, b] = [of[ties.from[k]], of[ties.to[k]]];
    if (a === b) continue;
    add(a, b, ties.lengths[k], ties.lengths[k] * ties.strengths[k]);
    add(b, a, ties.lengths[k], ties.lengths[k] * ties.strengths[k]);
  }
  for (const one of out) for (const border of one.values()) border.strength /= border.length;
  return out;
}
