/** What came of a torture: how often it was tried, and what went wrong of it, with a word on each of the first few. */
export interface Counts {
  tried: number;
  /** Something was acknowledged and is no longer there. */
  lost: number;
  /** Something is there that should not be, or was answered as it should not be. */
  wrong: number;
  /** Something was not answered within the limit. */
  hung: number;
}

type Fault = Exclude<keyof Counts, 'tried'>;

/** As many faults of one part are told in words. */
const told = 12;

export class Tally {
  readonly counts: Counts = { tried: 0, lost: 0, wrong: 0, hung: 0 };
  readonly words: string[] = [];
  /** What else is worth knowing, such as how much memory was used. */
  readonly notes: string[] = [];

  constructor(readonly part: string) {}

  tried(times = 1): void {
    this.counts.tried += times;
  }

  found(fault: Fault, what: string): void {
    this.counts[fault]++;
    if (this.words.length < told) this.words.push(`${fault}: ${what}`);
  }

  note(what: string): void {
    this.notes.push(what);
  }

  get faults(): number {
    const { lost, wrong, hung } = this.counts;
    return lost + wrong + hung;
  }

  print(): void {
    const { tried, lost, wrong, hung } = this.counts;
    console.log(`${this.part.padEnd(12)} tried ${tried}   lost ${lost}   wrong ${wrong}   hung ${hung}`);
    for (const line of [...this.notes, ...this.words]) console.log(`  ${line}`);
  }
}
