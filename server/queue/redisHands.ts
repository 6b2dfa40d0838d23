import { createHash, randomUUID } from 'node:crypto';
import { rmSync } from 'node:fs';
import { Queue, QueueEvents } from 'bullmq';
import type { RowFilled, RowSolved, RunDesign } from '../runs/orders';
import type { RowHand, RowHands, RowTask, WorkerDesk } from '../runs/rowHand';
import { mostAttempts, type QueuedAnswer, type QueuedRow, type QueuedTask } from './terms';

/** So many rows are queued at a time, whoever takes them. */
const mostQueued = 64;
/** How often it is looked whether rows that are waited for are still there, ms. */
const lookMs = 2_000;
/** Redis that has not answered for so long is away, ms. */
const answerMs = 4_000;
/** What has ended is forgotten by Redis after this, s: longer than a look may take. */
const keptSeconds = 600;
const mostDesigns = 50;

interface Pending {
  row: QueuedRow;
  hand: RowHand;
  /** Where the file must go. */
  to: string;
  delivered: string | null;
  resolve(result: RowSolved | RowFilled | null): void;
  reject(error: Error): void;
}

export interface RedisSettings {
  url: string;
  build: string;
  /** What workers must show; by it the rows of several servers on one Redis are told apart. */
  token: string;
  /** Puts a file that came in its place. */
  move(from: string, to: string): void;
}

/** The queue of one server for one program: a worker of another never sees its rows. */
const queueName = (token: string, build: string): string =>
  `inky-rows-${createHash('sha256').update(`${token} ${build}`).digest('hex').slice(0, 16)}`;

/**
 * Rows go through BullMQ on Redis to workers on any machine. What is to be done stands in the store, not in Redis: a row that
 * Redis has lost is queued again, and while Redis is away rows wait.
 */
export class RedisHands implements RowHands {
  readonly desk: WorkerDesk;
  private readonly queue: Queue<QueuedRow, QueuedAnswer>;
  private readonly events: QueueEvents;
  private readonly pending = new Map<string, Pending>();
  private readonly designs = new Map<string, RunDesign>();
  private readonly looks: NodeJS.Timeout;
  private lookedAt = Date.now();
  private isLooking = false;
  private workers: number | null = null;
  private isClosed = false;

  constructor(private readonly settings: RedisSettings) {
    const { url, build, token } = settings;
    const name = queueName(token, build);
    const connection = {
      url,
      maxRetriesPerRequest: null,
      // Once it is closed it does not try to reach Redis any more.
      retryStrategy: (tries: number) => (this.isClosed ? null : Math.min(2000, 100 * tries)),
    };
    this.queue = new Queue(name, {
      connection,
      defaultJobOptions: {
        attempts: mostAttempts,
        backoff: { type: 'exponential', delay: 1000 },
        removeOnComplete: { age: keptSeconds },
        removeOnFail: { age: keptSeconds },
      },
    });
    this.events = new QueueEvents(name, { connection });
    // That Redis is away is told by `waitsFor`.
    this.queue.on('error', () => undefined);
    this.events.on('error', () => undefined);
    this.events.on('completed', ({ jobId, returnvalue }) => this.end(jobId, returnvalue as unknown as QueuedAnswer));
    this.events.on('failed', ({ jobId, failedReason }) => this.fail(jobId, failedReason));
    this.looks = setInterval(() => void this.look(), lookMs);
    this.looks.unref();
    // What a server that ended has left in the queue is queued again by whoever goes on with it.
    void this.queue.obliterate({ force: true }).catch(() => undefined);
    this.desk = {
      hello: { redis: url, queue: name, build },
      token,
      design: (key) => this.designs.get(key) ?? null,
      isWanted: (job) => this.pending.has(job),
      deliver: (job, path) => this.deliver(job, path),
    };
  }

  lanes(waiting: number): number {
    return Math.min(mostQueued, waiting);
  }

  waitsFor(): string | null {
    if (this.pending.size === 0) return null;
    if (Date.now() - this.lookedAt > answerMs)
      return 'Redis does not answer: rows wait until it is there again. Nothing is lost.';
    if (this.workers === 0) return 'Rows wait for a worker: start one with "npm run worker".';
    return null;
  }

  hand(): RowHand {
    let design: string | null = null;
    const hand: RowHand = {
      give: (given) => {
        design = given.key;
        this.know(given);
        return Promise.resolve();
      },
      ask: (task) =>
        design === null ? Promise.reject(new Error('No design has come yet.')) : this.put(hand, design, task),
      kill: () => this.drop(hand),
    };
    return hand;
  }

  close(): void {
    this.isClosed = true;
    clearInterval(this.looks);
    for (const { hand } of this.pending.values()) this.drop(hand);
    for (const one of [this.queue, this.events]) {
      // A Redis that is away would be waited for: what is open is ended without it.
      one.close().catch(() => undefined);
      one.disconnect().catch(() => undefined);
    }
  }

  private know(design: RunDesign): void {
    this.designs.delete(design.key);
    this.designs.set(design.key, design);
    for (const key of this.designs.keys()) {
      if (this.designs.size <= mostDesigns) return;
      this.designs.delete(key);
    }
  }

  private put(hand: RowHand, design: string, task: RowTask): Promise<RowSolved | RowFilled | null> {
    if (task.kind === 'fill') return Promise.reject(new Error('Rows for the bench are filled on this machine.'));
    const queued: QueuedTask =
      task.kind === 'solve'
        ? { kind: 'solve', row: task.row }
        : { kind: 'make', row: task.row, side: task.side, settings: task.settings };
    const job = randomUUID();
    return new Promise((resolve, reject) => {
      const to = task.kind === 'solve' ? task.picture : task.out;
      this.pending.set(job, { row: { design, task: queued }, hand, to, delivered: null, resolve, reject });
      this.add(job);
    });
  }

  private add(job: string): void {
    const pending = this.pending.get(job);
    if (!pending) return;
    // Until it is in the queue it is not looked for there.
    this.queue.add('row', pending.row, { jobId: job }).catch(() => undefined);
  }

  private deliver(job: string, path: string): boolean {
    const pending = this.pending.get(job);
    if (!pending) return false;
    if (pending.delivered) rmSync(pending.delivered, { force: true });
    pending.delivered = path;
    return true;
  }

  private end(job: string, answer: QueuedAnswer): void {
    const pending = this.pending.get(job);
    if (!pending) return;
    if ('problem' in answer) return this.settle(job, () => pending.reject(new Error(answer.problem)));
    const { delivered } = pending;
    if (!delivered) return this.again(job);
    this.settle(job, () => {
      this.settings.move(delivered, pending.to);
      pending.resolve(answer.result);
    });
  }

  private fail(job: string, reason: string): void {
    const pending = this.pending.get(job);
    const says = /stalled/i.test(reason)
      ? 'Workers ended over this row again and again: it may need more memory than they have.'
      : reason;
    if (pending) this.settle(job, () => pending.reject(new Error(says)));
  }

  private settle(job: string, how: () => void): void {
    const pending = this.pending.get(job);
    this.pending.delete(job);
    try {
      how();
    } catch (error) {
      pending?.reject(error instanceof Error ? error : new Error(String(error)));
    }
  }

  /** What came of a row is lost: it is done once more, under another id. */
  private again(job: string): void {
    const pending = this.pending.get(job);
    if (!pending) return;
    this.pending.delete(job);
    const next = randomUUID();
    this.pending.set(next, pending);
    this.add(next);
  }

  private drop(hand: RowHand): void {
    for (const [job, pending] of this.pending) {
      if (pending.hand !== hand) continue;
      if (pending.delivered) rmSync(pending.delivered, { force: true });
      this.settle(job, () => pending.reject(new Error('This was cancelled.')));
      // One that is being done goes on to its end, and nobody wants it then.
      if (!this.isClosed) void this.queue.remove(job).catch(() => undefined);
    }
  }

  /** Looks for rows whose end was not told, and for those that Redis has lost. */
  private async look(): Promise<void> {
    if (this.pending.size === 0) {
      this.lookedAt = Date.now();
      return;
    }
    // A look that waits for Redis goes on when it is there again.
    if (this.isLooking || this.isClosed) return;
    this.isLooking = true;
    const jobs = [...this.pending.keys()];
    try {
      this.workers = await this.queue.getWorkersCount();
      for (const id of jobs) {
        const job = await this.queue.getJob(id);
        if (!job) this.add(id);
        else if (await job.isCompleted()) this.end(id, job.returnvalue);
        else if (await job.isFailed()) this.fail(id, job.failedReason);
      }
      this.lookedAt = Date.now();
    } catch {
      // The next look tries again.
    } finally {
      this.isLooking = false;
    }
  }
}
