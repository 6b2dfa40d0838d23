/** So many wrong keys from one address, and from all together, within a minute; then nobody's is looked at for a while. */
const [mostFromOne, mostFromAll, minute] = [5, 60, 60_000];
/** Addresses that are remembered. */
const mostAddresses = 10_000;

/** Counts wrong keys, so that none can be found by trying. */
export class Attempts {
  private readonly byAddress = new Map<string, number[]>();
  private all: number[] = [];

  constructor(private readonly now: () => number = Date.now) {}

  /** How long an address has to wait before its key is looked at, ms; 0 when it need not. */
  waitOf(address: string): number {
    const now = this.now();
    this.all = this.all.filter((at) => at > now - minute);
    const own = (this.byAddress.get(address) ?? []).filter((at) => at > now - minute);
    if (own.length > 0) this.byAddress.set(address, own);
    else this.byAddress.delete(address);
    const waits = [
      own.length >= mostFromOne ? own[own.length - mostFromOne] + minute - now : 0,
      this.all.length >= mostFromAll ? this.all[this.all.length - mostFromAll] + minute - now : 0,
    ];
    return Math.max(...waits);
  }

  wrong(address: string): void {
    const now = this.now();
    this.all.push(now);
    this.byAddress.set(address, [...(this.byAddress.get(address) ?? []), now]);
    for (const [oldest] of this.byAddress) {
      if (this.byAddress.size <= mostAddresses) break;
      this.byAddress.delete(oldest);
    }
  }

  right(address: string): void {
    this.byAddress.delete(address);
  }
}
