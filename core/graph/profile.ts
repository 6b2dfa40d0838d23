import type { Raster } from '../pixels/raster';
import { kindOf, type Request } from './node';

/** What the nodes of a kind have cost. */
export interface KindCost {
  kind: string;
  /** How often one was computed. */
  times: number;
  /** Of these, how often the same region of the same node had been computed before. */
  again: number;
  /** Px computed. */
  px: number;
  /** Time in it alone, without what it needs, ms. */
  ms: number;
}

/** Where time goes while a piece is drawn, by kinds of nodes. */
export class Profile {
  private readonly kinds = new Map<string, KindCost>();
  private readonly seen = new Set<string>();

  constructor(private readonly now: () => number = () => performance.now()) {}

  /** Runs a node's computation and notes what it costs. @param key of the node in that region, which begins with its kind */
  timed(
    key: string,
    { region: { width, height } }: Request,
    compute: () => Raster | Promise<Raster>,
  ): Raster | Promise<Raster> {
    const cost = this.costOf(kindOf(key) || 'other');
    cost.times++;
    cost.px += width * height;
    if (this.seen.has(key)) cost.again++;
    this.seen.add(key);
    const begun = this.now();
    const done = (raster: Raster): Raster => {
      cost.ms += this.now() - begun;
      return raster;
    };
    const made = compute();
    return made instanceof Promise ? made.then(done) : done(made);
  }

  /** What each kind has cost, the dearest first. */
  costs(): KindCost[] {
    return [...this.kinds.values()].sort((a, b) => b.ms - a.ms);
  }

  /** What has been spent since the last time. */
  take(): KindCost[] {
    const taken = this.costs();
    this.kinds.clear();
    return taken;
  }

  private costOf(kind: string): KindCost {
    let cost = this.kinds.get(kind);
    if (!cost) this.kinds.set(kind, (cost = { kind, times: 0, again: 0, px: 0, ms: 0 }));
    return cost;
  }
}

/** The costs of several profiles together, the dearest first. */
export function joinCosts(all: readonly (readonly KindCost[])[]): KindCost[] {
  const joined = new Map<string, KindCost>();
  for (const cost of all.flat()) {
    const known = joined.get(cost.kind);
    if (!known) joined.set(cost.kind, { ...cost });
    else for (const name of ['times', 'again', 'px', 'ms'] as const) known[name] += cost[name];
  }
  return [...joined.values()].sort((a, b) => b.ms - a.ms);
}

/** Costs as a table of text: one line a kind. */
export function costTable(costs: readonly KindCost[]): string[] {
  const whole = costs.reduce((sum, { ms }) => sum + ms, 0);
  const row = (...cells: string[]): string =>
    cells
      .map((cell, i) => (i === 0 ? cell.padEnd(26) : cell.padStart(9)))
      .join('')
      .trimEnd();
  return [
    row('kind', 'ms', 'share', 'times', 'again', 'Mpx'),
    ...costs.map(({ kind, ms, times, again, px }) =>
      row(
        kind,
        ms.toFixed(0),
        `${whole ? Math.round((ms / whole) * 100) : 0} %`,
        String(times),
        String(again),
        (px / 1e6).toFixed(1),
      ),
    ),
  ];
}
