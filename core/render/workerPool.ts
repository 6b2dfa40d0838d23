/** A worker as its platform starts it. */
export interface Hand<Order> {
  give(order: Order): void;
  dismiss(): unknown;
}

/** Starts a worker that tells what it answers, and when it has failed (ended, out of memory, broken). */
export type Hire<Order, Answer> = (answered: (answer: Answer) => void, failed: (reason: string) => void) => Hand<Order>;

export interface CrewOptions<Order, Answer> {
  count: number;
  hire: Hire<Order, Answer>;
  /** What an answer says went wrong, or null. */
  problemOf(answer: Answer): string | null;
  /** How long a worker may take over one order before it counts as failed, ms. */
  patienceMs?: number;
}

interface Task<Order, Answer> {
  order: Order;
  /** The worker that should rather do it, because it has kept what the order needs. */
  rather: number | null;
  tries: number;
  resolve(answer: Answer): void;
  reject(error: Error): void;
}

interface Place<Order, Answer> {
  hand: Hand<Order>;
  /** Nobody works here any more. */
  empty?: boolean;
  task: Task<Order, Answer> | null;
  timer?: ReturnType<typeof setTimeout>;
}

/** How often an order is tried. */
const tries = 2;

/**
 * Workers that share a queue of orders; each does one at a time. An order whose worker fails is tried once more, by a new worker;
 * if that fails too, the order is refused and the rest goes on. Used in the browser and on the server alike.
 */
export class Crew<Order, Answer> {
  private readonly places: Place<Order, Answer>[];
  private waiting: Task<Order, Answer>[] = [];
  /** What every worker must be told before anything else, by name: new workers are told it too. */
  private readonly standing = new Map<string, Order>();
  /** Failures since the last good answer: when no worker can do anything, none is hired any more. */
  private failures = 0;
  private closed = false;

  constructor(private readonly options: CrewOptions<Order, Answer>) {
    this.places = Array.from({ length: options.count }, (_, index) => this.fill(index));
  }

  get size(): number {
    return this.places.length;
  }

  /** @param rather the number of a worker; another one takes the order only when that one is busy and it has nothing to do */
  ask(order: Order, rather: number | null = null): Promise<Answer> {
    if (this.places.every(({ empty }) => empty)) return Promise.reject(new Error('No worker can be started.'));
    return new Promise((resolve, reject) => {
      this.waiting.push({ order, rather, tries: 0, resolve, reject });
      this.deal();
    });
  }

  /** Tells all workers, now and later ones, something that has no answer; it takes the place of what had the same name. */
  tell(name: string, order: Order): void {
    this.standing.set(name, order);
    for (const { hand } of this.places) hand.give(order);
  }

  /** Forgets orders that nobody has begun; their promises never settle. */
  drop(which: (order: Order) => boolean): void {
    this.waiting = this.waiting.filter(({ order }) => !which(order));
  }

  async close(): Promise<void> {
    this.closed = true;
    for (const { timer } of this.places) clearTimeout(timer);
    await Promise.all(this.places.map(({ hand }) => hand.dismiss()));
  }

  private fill(index: number): Place<Order, Answer> {
    // What a worker says after it has been replaced is not heard.
    const mine = (): boolean => this.places[index] === place && !this.closed;
    const hand = this.options.hire(
      (answer) => mine() && this.answered(place, answer),
      (reason) => mine() && this.failed(index, reason),
    );
    const place: Place<Order, Answer> = { hand, task: null };
    for (const order of this.standing.values()) hand.give(order);
    return place;
  }

  private deal(): void {
    this.places.forEach((place, index) => {
      if (place.task || place.empty) return;
      const own = this.waiting.findIndex(({ rather }) => rather === null || rather === index);
      const [task] = this.waiting.splice(own >= 0 ? own : 0, 1);
      if (!task) return;
      place.task = task;
      task.tries++;
      if (this.options.patienceMs)
        place.timer = setTimeout(() => this.failed(index, 'It did not answer any more.'), this.options.patienceMs);
      place.hand.give(task.order);
    });
  }

  private answered(place: Place<Order, Answer>, answer: Answer): void {
    const { task } = place;
    clearTimeout(place.timer);
    place.task = null;
    const problem = this.options.problemOf(answer);
    if (problem === null) this.failures = 0;
    if (task) {
      if (problem === null) task.resolve(answer);
      else this.again(task, problem);
    }
    this.deal();
  }

  private failed(index: number, reason: string): void {
    const { task, timer, hand } = this.places[index];
    clearTimeout(timer);
    void hand.dismiss();
    this.failures++;
    if (this.failures > 2 * this.places.length + tries) {
      for (const each of [...(task ? [task] : []), ...this.waiting.splice(0)]) each.reject(new Error(reason));
      this.places[index] = { hand: { give: () => undefined, dismiss: () => undefined }, task: null, empty: true };
      return;
    }
    this.places[index] = this.fill(index);
    if (task) this.again(task, reason);
    this.deal();
  }

  private again(task: Task<Order, Answer>, reason: string): void {
    if (task.tries < tries) this.waiting.unshift({ ...task, rather: null });
    else task.reject(new Error(reason));
  }
}
