import { CutGraph } from '../scribble/minimumCut';
import { apart, borderedBy, hangingTogether, type Regions } from './regions';

/** Looked up once: these loops are hot. */
const { exp, hypot, max, sqrt } = Math;

/** So many regions are tried as the middle of a thing; smaller ones, as a share of the picture, are not. */
const [mostSeeds, leastSeed] = [60, 0.0005];
/** Two seeds nearer than both of these are one: Oklab, and the picture's longer side. */
const [seedsAlike, seedsNear] = [0.04, 0.08];
/** How strongly regions are drawn to the front: from little, which gives small things, to much. */
const draws = [0.05, 0.2, 0.4, 0.8, 1.6, 3.2];
/** Sides of the picture that a thing should keep off, clockwise from above: all; all but the foot; right and left; above and the foot. */
const keptOff = [
  [1, 1, 1, 1],
  [1, 1, 0, 1],
  [0, 1, 0, 1],
  [1, 0, 1, 0],
];
/** What a border costs falls by this power with its strength. */
const fallWithStrength = 7;
/** Sigma of colours like the seed's, Oklab; and from which likeness, and from which salience, a region is drawn to the front. */
const [likeSeed, likeFrom, salientFrom] = [0.08, 0.15, 0.3];
/** Colours and salience draw so much more strongly than area alone. */
const looksCount = 3;

/**
 * Divisions of a picture into something that hangs together around a seed and the rest: the cheapest border for seeds
 * all over the picture, for growing size, and for three reasons to belong together (by nothing but lying within strong
 * borders; by the seed's colours; by what stands out). Parametric minimum cuts, as in Carreira and Sminchisescu 2012.
 * @param salience of each region, 0..1
 * @returns sets of regions, no two the same: 1 for each region of it
 */
export function divisionsOf(regions: Regions, salience: Float64Array): Uint8Array[] {
  const { count, areas } = regions;
  const root = sqrt(areas.reduce((sum, one) => sum + one, 0));
  const ties = tiesOf(regions);
  const pullsBy = (look: (k: number) => number): Float64Array[] => pullsOf(regions, look, root);
  const flowing = (pulls: Float64Array): CutGraph => {
    const graph = graphOf(pulls, ties);
    graph.divide();
    return graph;
  };
  // What does not depend on the seed is divided once: for a seed there is little left to be done.
  const shared = [() => 1, (k: number) => looksCount * (salience[k] - salientFrom)].map((look) =>
    pullsBy(look).map(flowing),
  );
  const out = new Map<string, Uint8Array>();
  for (const seed of seedsOf(regions)) {
    const alike = (k: number): number =>
      looksCount * (exp(-(apart(regions, seed, k) ** 2) / (2 * likeSeed * likeSeed)) - likeFrom);
    const graphs = [
      ...shared[0].map((graph) => graph.branch()),
      ...pullsBy(alike).map((pulls) => graphOf(pulls, ties)),
      ...shared[1].map((graph) => graph.branch()),
    ];
    for (const graph of graphs) {
      graph.draw(seed, root * root);
      const front = graph.divide();
      const set = hangingTogether(regions, seed, (k) => front[k] === 1);
      const key = keyOf(set);
      if (out.has(key)) continue;
      const filled = withoutHoles(regions, set);
      out.set(key, set).set(keyOf(filled), filled);
    }
  }
  return count > 1 ? [...out.values()] : [];
}

/** What pulls each region to the front or behind, for all sides that are kept off and all strengths. */
function pullsOf({ areas, sides }: Regions, look: (k: number) => number, root: number): Float64Array[] {
  const toFront = Float64Array.from(areas, (area, k) => (look(k) * area) / root);
  return keptOff.flatMap((keep) => {
    const off = Float64Array.from(areas, (_, k) => keep.reduce((sum, one, side) => sum + one * sides[side][k], 0));
    return draws.map((draw) => toFront.map((one, k) => draw * one - off[k]));
  });
}

/** A set of regions as a short text: 16 of them in each unit. */
function keyOf(set: Uint8Array): string {
  const units: number[] = [];
  for (let at = 0; at < set.length; at += 16) {
    let unit = 0;
    for (let k = at; k < at + 16 && k < set.length; k++) unit = unit * 2 + set[k];
    units.push(unit);
  }
  return String.fromCharCode(...units);
}

/** What lies within a set and does not hang together with the picture's border belongs to it. */
function withoutHoles(regions: Regions, set: Uint8Array): Uint8Array {
  const outside = new Uint8Array(set.length);
  for (let k = 0; k < set.length; k++) {
    if (set[k] || outside[k] || regions.rims[k] === 0) continue;
    hangingTogether(regions, k, (other) => !set[other]).forEach((one, other) => (outside[other] |= one));
  }
  return outside.map((one) => 1 - one);
}

/** The largest regions of each kind and place. */
function seedsOf(regions: Regions): number[] {
  const { count, areas, places } = regions;
  const whole = areas.reduce((sum, one) => sum + one, 0);
  const longer = max(...places.map(([x, y]) => max(x, y)), 1);
  const out: number[] = [];
  const bySize = Array.from({ length: count }, (_, k) => k).sort((a, b) => areas[b] - areas[a]);
  for (const k of bySize) {
    if (out.length >= mostSeeds || areas[k] < leastSeed * whole) break;
    const isKnown = out.some(
      (other) =>
        apart(regions, other, k) < seedsAlike &&
        hypot(places[other][0] - places[k][0], places[other][1] - places[k][1]) < seedsNear * longer,
    );
    if (!isKnown) out.push(k);
  }
  return out;
}

interface Tie {
  from: number;
  to: number;
  cost: number;
}

/** What it costs to part each two neighbours. */
function tiesOf({ neighbours }: Regions): Tie[] {
  return neighbours.flatMap((others, from) =>
    [...others]
      .filter(([to]) => to > from)
      .map(([to, { length, strength }]) => ({ from, to, cost: length * exp(-fallWithStrength * strength) })),
  );
}

function graphOf(pulls: Float64Array, ties: readonly Tie[]): CutGraph {
  const graph = new CutGraph(pulls.length, ties.length);
  for (let k = 0; k < pulls.length; k++) graph.draw(k, pulls[k]);
  for (const { from, to, cost } of ties) graph.tie(from, to, cost);
  return graph;
}

/** Every two of some sets that touch one another, as one. */
export function joinedInPairs(
  regions: Pick<Regions, 'count' | 'neighbours'>,
  sets: readonly Uint8Array[],
): Uint8Array[] {
  const beside = sets.map((set) => borderedBy(regions, set));
  const out: Uint8Array[] = [];
  for (let a = 0; a < sets.length; a++)
    for (let b = 0; b < a; b++)
      if (beside[a].some((one, k) => one && sets[b][k])) out.push(sets[a].map((one, k) => one | sets[b][k]));
  return out;
}
