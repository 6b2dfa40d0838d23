/** Unordered pairs of whole numbers, each with a sum, and with how many values it is of. */
export interface Pairs {
  from: Int32Array;
  to: Int32Array;
  sums: Float32Array;
  counts: Float32Array;
}

/** Adds up values by pair: a table with open addresses. */
export class PairSums {
  private keys: Float64Array;
  private sums: Float32Array;
  private counts: Float32Array;
  private used = 0;

  /** @param count the numbers are smaller than this */
  constructor(private readonly count: number) {
    const size = 2 ** Math.ceil(Math.log2(count * 8 + 16));
    this.keys = new Float64Array(size).fill(-1);
    this.sums = new Float32Array(size);
    this.counts = new Float32Array(size);
  }

  add(a: number, b: number, value: number, times = 1): void {
    const key = a < b ? a * this.count + b : b * this.count + a;
    const at = this.find(key);
    if (this.keys[at] < 0) {
      this.keys[at] = key;
      this.used++;
    }
    this.sums[at] += value;
    this.counts[at] += times;
    if (this.used * 2 > this.keys.length) this.widen();
  }

  private find(key: number): number {
    const mask = this.keys.length - 1;
    let at = (Math.imul(key | 0, 0x9e3779b1) ^ Math.imul((key / 4294967296) | 0, 0x85ebca6b)) >>> 7;
    for (at &= mask; this.keys[at] >= 0 && this.keys[at] !== key; at = (at + 1) & mask);
    return at;
  }

  private widen(): void {
    const { keys, sums, counts } = this;
    this.keys = new Float64Array(keys.length * 2).fill(-1);
    this.sums = new Float32Array(keys.length * 2);
    this.counts = new Float32Array(keys.length * 2);
    keys.forEach((key, i) => {
      if (key < 0) return;
      const at = this.find(key);
      this.keys[at] = key;
      this.sums[at] = sums[i];
      this.counts[at] = counts[i];
    });
  }

  all(): Pairs {
    const from = new Int32Array(this.used);
    const to = new Int32Array(this.used);
    const sums = new Float32Array(this.used);
    const counts = new Float32Array(this.used);
    let next = 0;
    this.keys.forEach((key, i) => {
      if (key < 0) return;
      from[next] = Math.floor(key / this.count);
      to[next] = key % this.count;
      counts[next] = this.counts[i];
      sums[next++] = this.sums[i];
    });
    return { from, to, sums, counts };
  }
}
