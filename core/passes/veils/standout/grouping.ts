import type { Patches } from '../scribble/patches';

/** Looked up once: these loops are hot. */
const { min, sqrt, max } = Math;

/** How a picture's patches join to larger and larger regions: patches first, then each region made of two others. */
export interface Grouping {
  /** Patches are the first so many. */
  leaves: number;
  count: number;
  /** The region that each is joined into; -1 for the whole picture. */
  parent: Int32Array;
  children: [number, number][];
  /** px. */
  sizes: Float64Array;
  /** Mean Oklab. */
  colours: Float64Array[];
}

/** How much a difference of mean colours, Oklab, counts beside the strength of a border, 0..1. */
const colourShare = 3;
/** A small region joins sooner than a large one, by this power of its share of the picture. */
const smallSooner = 0.3;

/**
 * Joins neighbours that differ least, one pair after the other, until all is one (hierarchical grouping as in Arbelaez
 * 2006, by the strength of borders and by colours).
 */
export function groupPatches({ count: leaves, sizes, means, ties }: Patches): Grouping {
  const most = 2 * leaves - 1;
  const out: Grouping = {
    leaves,
    count: leaves,
    parent: new Int32Array(most).fill(-1),
    children: [],
    sizes: new Float64Array(most),
    colours: [0, 1, 2].map(() => new Float64Array(most)),
  };
  let whole = 0;
  const borders: Map<number, { length: number; sum: number }>[] = [];
  for (let i = 0; i < leaves; i++) {
    out.sizes[i] = sizes[i];
    whole += sizes[i];
    for (let c = 0; c < 3; c++) out.colours[c][i] = means[c][i];
    borders.push(new Map());
  }
  const heap = new Heap();
  const costOf = (a: number, b: number, { length, sum }: { length: number; sum: number }): number => {
    let square = 0;
    for (let c = 0; c < 3; c++) square += (out.colours[c][a] - out.colours[c][b]) ** 2;
    return (sum / length + colourShare * sqrt(square)) * (min(out.sizes[a], out.sizes[b]) / whole) ** smallSooner;
  };
  for (let k = 0; k < ties.from.length; k++) {
    const [a, b] = [ties.from[k], ties.to[k]];
    const border = { length: ties.lengths[k], sum: ties.lengths[k] * ties.strengths[k] };
    borders[a].set(b, border);
    borders[b].set(a, border);
    heap.put(costOf(a, b, border), a, b);
  }
  for (let pair = heap.take(); pair; pair = heap.take()) {
    const [a, b] = pair;
    if (out.parent[a] >= 0 || out.parent[b] >= 0) continue;
    const made = out.count++;
    out.parent[a] = out.parent[b] = made;
    out.children.push([a, b]);
    out.sizes[made] = out.sizes[a] + out.sizes[b];
    for (let c = 0; c < 3; c++)
      out.colours[c][made] =
        (out.colours[c][a] * out.sizes[a] + out.colours[c][b] * out.sizes[b]) / max(1, out.sizes[made]);
    const own = new Map<number, { length: number; sum: number }>();
    for (const part of [a, b]) {
      for (const [other, { length, sum }] of borders[part]) {
        if (other === a || other === b) continue;
        const known = own.get(other);
        own.set(other, { length: (known?.length ?? 0) + length, sum: (known?.sum ?? 0) + sum });
        borders[other].delete(part);
      }
      borders[part] = new Map();
    }
    borders.push(own);
    for (const [other, border] of own) {
      borders[other].set(made, border);
      heap.put(costOf(made, other, border), made, other);
    }
  }
  return out;
}

/** The patches of a region. */
export function patchesIn({ leaves, children }: Grouping, region: number): number[] {
  const open = [region];
  const out: number[] = [];
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    if (next < leaves) out.push(next);
    else open.push(...children[next - leaves]);
  }
  return out;
}

/** Pairs, the cheapest first. */
class Heap {
  private readonly costs: number[] = [];
  private readonly pairs: [number, number][] = [];

  put(cost: number, a: number, b: number): void {
    let at = this.costs.length;
    this.costs.push(cost);
    this.pairs.push([a, b]);
    while (at > 0) {
      const up = (at - 1) >> 1;
      if (this.costs[up] <= this.costs[at]) break;
      this.swap(at, up);
      at = up;
    }
  }

  take(): [number, number] | null {
    if (this.pairs.length === 0) return null;
    const [first] = this.pairs;
    this.swap(0, this.costs.length - 1);
    this.costs.pop();
    this.pairs.pop();
    for (let at = 0; ;) {
      const left = 2 * at + 1;
      const right = left + 1;
      let least = at;
      if (left < this.costs.length && this.costs[left] < this.costs[least]) least = left;
      if (right < this.costs.length && this.costs[right] < this.costs[least]) least = right;
      if (least === at) return first;
      this.swap(at, least);
      at = least;
    }
  }

  private swap(a: number, b: number): void {
    [this.costs[a], this.costs[b]] = [this.costs[b], this.costs[a]];
    [this.pairs[a], this.pairs[b]] = [this.pairs[b], this.pairs[a]];
  }
}
