/** A worker as its platform starts it. */
export interface PoolWorker<Order> {
  post(order: Order): void;
  terminate(): unknown;
}

/** Starts a worker that tells what it answers, and when it has failed (ended, out of memory, broken). */
export type Spawn<Order, Answer> = (
  answered: (answer: Answer) => void,
  failed: (reason: string) => void,
) => PoolWorker<Order>;

export interface PoolOptions<Order, Answer> {
  count: number;
  spawn: Spawn<Order, Answer>;
  /** What an answer says went wrong, or null. */
  problemOf(answer: Answer): string | null;
  /** How long a worker may take over one order before it counts as failed, ms. */
  timeoutMs?: number;
}

interface Task<Order, Answer> {
  order: Order;
  /** The worker that should preferably do it, because it has kept what the order needs. */
  preferred: number | null;
  tries: number;
  resolve(answer: Answer): void;
  reject(error: Error): void;
}

interface Slot<Order, Answer> {
  worker: PoolWorker<Order>;
  /** Nobody works here any more. */
  empty?: boolean;
  task: Task<Order, Answer> | null;
  timer?: ReturnType<typeof setTimeout>;
}

/** How often an order is tried. */
const tries = 2;

/**
 * Workers that share a queue of orders; each does one at a time. An order whose worker fails is tried once more, by a
 * new worker;
 * if that fails too, the order is refused and the rest goes on. Used in the browser and on the server alike.
 */
export class WorkerPool<Order, Answer> {
  private readonly slots: Slot<Order, Answer>[];
  private waiting: Task<Order, Answer>[] = [];
  /** What every worker must be given before anything else, by name: new workers get it too. */
  private readonly broadcasts = new Map<string, Order>();
  /** Failures since the last good answer: when no worker can do anything, none is spawned any more. */
  private failures = 0;
  private closed = false;

  constructor(private readonly options: PoolOptions<Order, Answer>) {
    this.slots = Array.from({ length: options.count }, (_, index) => this.start(index));
  }

  get size(): number {
    return this.slots.length;
  }

  /**
   * @param preferred the number of a worker; another one takes the order only when that one is busy and it has nothing
   * to do
   */
  ask(order: Order, preferred: number | null = null): Promise<Answer> {
    if (this.slots.every(({ empty }) => empty)) return Promise.reject(new Error('No worker can be started.'));
    return new Promise((resolve, reject) => {
      this.waiting.push({ order, preferred, tries: 0, resolve, reject });
      this.deal();
    });
  }

  /**
   * Tells all workers, now and later ones, something that has no answer; it takes the slot of what had the same name.
   */
  broadcast(name: string, order: Order): void {
    this.broadcasts.set(name, order);
    for (const { worker } of this.slots) worker.post(order);
  }

  /** Forgets orders that nobody has begun; their promises never settle. */
  drop(which: (order: Order) => boolean): void {
    this.waiting = this.waiting.filter(({ order }) => !which(order));
  }

  async close(): Promise<void> {
    this.closed = true;
    for (const { timer } of this.slots) clearTimeout(timer);
    await Promise.all(this.slots.map(({ worker }) => worker.terminate()));
  }

  private start(index: number): Slot<Order, Answer> {
    // What a worker says after it has been replaced is not heard.
    const mine = (): boolean => this.slots[index] === slot && !this.closed;
    const worker = this.options.spawn(
      (answer) => mine() && this.answered(slot, answer),
      (reason) => mine() && this.failed(index, reason),
    );
    const slot: Slot<Order, Answer> = { worker, task: null };
    for (const order of this.broadcasts.values()) worker.post(order);
    return slot;
  }

  private deal(): void {
    this.slots.forEach((slot, index) => {
      if (slot.task || slot.empty) return;
      const own = this.waiting.findIndex(({ preferred }) => preferred === null || preferred === index);
      const [task] = this.waiting.splice(own >= 0 ? own : 0, 1);
      if (!task) return;
      slot.task = task;
      task.tries++;
      if (this.options.timeoutMs)
        slot.timer = setTimeout(() => this.failed(index, 'It stopped answering.'), this.options.timeoutMs);
      slot.worker.post(task.order);
    });
  }

  private answered(slot: Slot<Order, Answer>, answer: Answer): void {
    const { task } = slot;
    clearTimeout(slot.timer);
    slot.task = null;
    const problem = this.options.problemOf(answer);
    if (problem === null) this.failures = 0;
    if (task) {
      if (problem === null) task.resolve(answer);
      else this.again(task, problem);
    }
    this.deal();
  }

  private failed(index: number, reason: string): void {
    const { task, timer, worker } = this.slots[index];
    clearTimeout(timer);
    void worker.terminate();
    this.failures++;
    if (this.failures > 2 * this.slots.length + tries) {
      for (const each of [...(task ? [task] : []), ...this.waiting.splice(0)]) each.reject(new Error(reason));
      this.slots[index] = { worker: { post: () => undefined, terminate: () => undefined }, task: null, empty: true };
      return;
    }
    this.slots[index] = this.start(index);
    if (task) this.again(task, reason);
    this.deal();
  }

  private again(task: Task<Order, Answer>, reason: string): void {
    if (task.tries < tries) this.waiting.unshift({ ...task, preferred: null });
    else task.reject(new Error(reason));
  }
}
