/** Lets so many work at once; all others wait, the first come first. */
export class Turns {
  private working = 0;
  private readonly waiting: (() => void)[] = [];

  /** @param most at once, 1 or more */
  constructor(private readonly most: number) {}

  get isFull(): boolean {
    return this.working >= this.most;
  }

  /** Resolves when the turn has come; `end` must be called afterwards. */
  async take(): Promise<void> {
    if (!this.isFull) {
      this.working++;
      return;
    }
    await new Promise<void>((resolve) => this.waiting.push(resolve));
  }

  /** Gives the turn to the next. */
  end(): void {
    const next = this.waiting.shift();
    if (next) next();
    else this.working--;
  }
}
