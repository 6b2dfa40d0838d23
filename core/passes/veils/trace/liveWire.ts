import type { Point } from '../../../shape/affine';
import type { EdgeField } from './edgeField';

/**
 * What a step costs, 0..1 each: weak edge, not the crest of an edge, running across an edge (Mortensen and Barrett
 * 1995).
 */
const weights = { weak: 0.45, offCrest: 0.4, across: 0.15 };

/** Costs are whole numbers up to this; a diagonal step costs 1.414 as much. */
const costUnits = 200;
const buckets = 512;

const neighbours = [
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
  [-1, 0],
  [-1, -1],
  [0, -1],
  [1, -1],
] as const;

/**
 * The cheapest ways along edges from one point to every other (Dijkstra, with buckets). The search goes only as far as
 * the
 * pointer asks and then goes on from there, so following the pointer costs little.
 */
export class LiveWire {
  private readonly distance: Int32Array;
  private readonly cameFrom: Int8Array;
  private readonly settled: Uint8Array;
  private readonly crest: Uint8Array;
  private readonly waiting: number[][] = Array.from({ length: buckets }, () => []);
  private count = 0;
  private current = 0;

  /** @param from plate px; it must lie within the field, or is brought to its border. */
  constructor(
    readonly field: EdgeField,
    from: Point,
  ) {
    const size = field.strength.length;
    this.distance = new Int32Array(size).fill(0x7fffffff);
    this.cameFrom = new Int8Array(size).fill(-1);
    this.settled = new Uint8Array(size);
    this.crest = crestsOf(field);
    const start = this.indexOf(from);
    this.distance[start] = 0;
    this.push(start, 0);
  }

  /** True where the path can reach a point (plate px) along the photo. */
  holds([x, y]: Point): boolean {
    const { region, level } = this.field;
    const [u, v] = [Math.floor(x / 2 ** level) - region.x, Math.floor(y / 2 ** level) - region.y];
    return u >= 0 && v >= 0 && u < region.width && v < region.height;
  }

  /** The path from the start to a point, both ends with it: centres of level px, in plate px. */
  pathTo(point: Point): Point[] {
    let index = this.indexOf(point);
    this.settle(index);
    const { region, level } = this.field;
    const factor = 2 ** level;
    const path: Point[] = [];
    for (;;) {
      const x = index % region.width;
      const y = (index - x) / region.width;
      path.push([(region.x + x + 0.5) * factor, (region.y + y + 0.5) * factor]);
      const step = this.cameFrom[index];
      if (step < 0) break;
      index -= neighbours[step][1] * region.width + neighbours[step][0];
    }
    return path.reverse();
  }

  private indexOf([x, y]: Point): number {
    const { region, level } = this.field;
    const column = Math.min(region.width - 1, Math.max(0, Math.floor(x / 2 ** level) - region.x));
    const row = Math.min(region.height - 1, Math.max(0, Math.floor(y / 2 ** level) - region.y));
    return row * region.width + column;
  }

  private push(index: number, cost: number): void {
    this.waiting[cost % buckets].push(index);
    this.count++;
  }

  private settle(target: number): void {
    while (!this.settled[target] && this.count > 0) {
      const bucket = this.waiting[this.current % buckets];
      const index = bucket.pop();
      if (index === undefined) {
        this.current++;
        continue;
      }
      this.count--;
      if (this.settled[index] || this.distance[index] !== this.current) continue;
      this.settled[index] = 1;
      this.relax(index);
    }
  }

  private relax(index: number): void {
    const { region } = this.field;
    const x = index % region.width;
    const y = (index - x) / region.width;
    for (let step = 0; step < 8; step++) {
      const [dx, dy] = neighbours[step];
      if (x + dx < 0 || y + dy < 0 || x + dx >= region.width || y + dy >= region.height) continue;
      const next = index + dy * region.width + dx;
      if (this.settled[next]) continue;
      const cost = this.current + this.stepCost(index, next, dx, dy);
      if (cost >= this.distance[next]) continue;
      this.distance[next] = cost;
      this.cameFrom[next] = step;
      this.push(next, cost);
    }
  }

  private stepCost(from: number, to: number, dx: number, dy: number): number {
    const { strength, acrossX, acrossY } = this.field;
    const length = dx !== 0 && dy !== 0 ? Math.SQRT2 : 1;
    // |sine| between the step and the edge, at both ends
    const across =
      (Math.abs(dx * acrossX[from] + dy * acrossY[from]) + Math.abs(dx * acrossX[to] + dy * acrossY[to])) /
      (2 * length);
    const cost =
      weights.weak * (1 - strength[to]) +
      weights.offCrest * (1 - this.crest[to] / 255) +
      weights.across * Math.min(1, across);
    return Math.max(1, Math.round(cost * costUnits * length));
  }
}

/**
 * 255 where the gradient is greatest along its own direction (where the second derivative crosses zero), times its
 * strength.
 */
function crestsOf({ region, strength, acrossX, acrossY }: EdgeField): Uint8Array {
  const { width, height } = region;
  const crest = new Uint8Array(width * height);
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const own = strength[i];
      if (own < 0.04) continue;
      const step = Math.round(acrossY[i]) * width + Math.round(acrossX[i]);
      if (own >= strength[i + step] && own >= strength[i - step]) crest[i] = Math.min(255, 100 + own * 400);
    }
  }
  return crest;
}
