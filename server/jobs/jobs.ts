import { fork, type ChildProcess } from 'node:child_process';
import { EventEmitter } from 'node:events';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { Problem, problemOf } from '../problem';
import type { JobMessage } from './child';
import { childWays } from './childWays';
import { Turns } from './turns';

/** Long work as a page sees it. */
export interface JobState {
  id: string;
  kind: 'import' | 'export' | 'sizes' | 'fine edge' | 'survey' | 'roughs';
  /** What it is about: the piece's id, or the file's name. */
  about: string;
  state: 'running' | 'done' | 'failed' | 'cancelled';
  /** 0..1 */
  done: number;
  stage: string;
  startedAt: number;
  message?: string;
  result?: unknown;
}

interface Job {
  state: JobState;
  /** Emits `change`, and `partial` with what is known of the result already. */
  changed: EventEmitter;
  child?: ChildProcess;
  finished: Promise<unknown>;
}

/** How long a finished job can still be asked about, ms. */
const kept = 60 * 60 * 1000;
/** Jobs of one kind that work at once; each may take a gigabyte. */
export const jobsAtOnce = 2;
/** What a job says that waits for others of its kind. */
export const waitingStage = 'Waiting for others to be finished';

/**
 * Long work, each in a process of its own: a broken file or a full memory ends that process and nothing else, and
 * cancelling
 * stops it at once.
 */
export class Jobs {
  private readonly jobs = new Map<string, Job>();
  /** Processes that are started and wait, by script: the next job of that kind begins at once. */
  private readonly ready = new Map<string, ChildProcess>();
  private readonly turns = new Map<JobState['kind'], Turns>();
  private isClosed = false;

  /** @param atOnce jobs of one kind that work at the same time */
  constructor(
    private readonly buildFolder: string,
    private readonly atOnce = jobsAtOnce,
  ) {}

  /**
   * Starts a job, when its turn has come.
   * @param finish runs in the server when the process is done; what it returns becomes the job's result
   * @param clean runs however the job ended
   */
  start<Order extends object, Raw, Result>(
    kind: JobState['kind'],
    about: string,
    script: string,
    order: Order,
    finish: (raw: Raw) => Result | Promise<Result>,
    clean: () => void,
  ): Job {
    const turns = this.turnsOf(kind);
    const state: JobState = {
      id: randomUUID(),
      kind,
      about,
      state: 'running',
      done: 0,
      stage: turns.isFull ? waitingStage : 'Starting',
      startedAt: Date.now(),
    };
    const changed = new EventEmitter();
    changed.setMaxListeners(50);
    const job: Job = { state, changed, finished: Promise.resolve() };
    const work = async (): Promise<unknown> => {
      await turns.take();
      try {
        // Cancelled while it waited, or the server ends.
        if (state.state !== 'running' || this.isClosed) throw new Error(stopped);
        Object.assign(state, { stage: 'Starting', startedAt: Date.now() });
        job.child = this.takeChild(script);
        return await run(job.child, order, ({ done, stage, partial }) => {
          Object.assign(state, { done, stage });
          if (partial !== undefined) changed.emit('partial', partial);
          changed.emit('change');
        });
      } finally {
        turns.end();
      }
    };
    job.finished = work()
      .then(async (raw) =>
        Object.assign(state, { result: await finish(raw as Raw), state: 'done', done: 1, stage: 'Done' }),
      )
      .catch((error: unknown) => {
        if (state.state === 'running')
          Object.assign(state, {
            state: 'failed',
            message: problemOf(error)?.message ?? (error instanceof Error ? error.message : String(error)),
          });
        throw error;
      })
      .finally(() => {
        clean();
        changed.emit('change');
        setTimeout(() => this.jobs.delete(state.id), kept).unref();
      });
    job.finished.catch(() => undefined);
    this.jobs.set(state.id, job);
    return job;
  }

  /**
   * Starts a process for the next job of this kind ahead of time. @param forMs it is ended again when no job has come
   * by then
   */
  prepare(script: string, forMs?: number): void {
    if (this.ready.has(script)) return;
    const child = this.startChild(script);
    this.ready.set(script, child);
    child.once('exit', () => this.ready.get(script) === child && this.ready.delete(script));
    if (forMs === undefined) return;
    setTimeout(() => {
      if (this.ready.get(script) !== child) return;
      this.ready.delete(script);
      child.kill('SIGKILL');
    }, forMs).unref();
  }

  private turnsOf(kind: JobState['kind']): Turns {
    const known = this.turns.get(kind) ?? new Turns(this.atOnce);
    this.turns.set(kind, known);
    return known;
  }

  private takeChild(script: string): ChildProcess {
    const waiting = this.ready.get(script);
    this.ready.delete(script);
    return waiting?.connected ? waiting : this.startChild(script);
  }

  private startChild(script: string): ChildProcess {
    return fork(join(this.buildFolder, script), childWays);
  }

  /** @throws Problem 404 */
  get(id: string): Job {
    const job = this.jobs.get(id);
    if (!job) throw new Problem(404, 'This job no longer exists. Start it again.');
    return job;
  }

  list(about: string): JobState[] {
    return [...this.jobs.values()].map((job) => job.state).filter((state) => state.about === about);
  }

  cancel(id: string): void {
    const { state, child, changed } = this.get(id);
    if (state.state !== 'running') return;
    Object.assign(state, { state: 'cancelled', stage: 'Cancelled' });
    if (child) child.kill('SIGKILL');
    else changed.emit('change');
  }

  closeAll(): void {
    this.isClosed = true;
    for (const { child } of this.jobs.values()) child?.kill('SIGKILL');
    for (const child of this.ready.values()) child.kill('SIGKILL');
  }
}

const stopped = 'The job was stopped before it was finished. The piece is unharmed.';

function run(
  child: ChildProcess,
  order: object,
  progress: (message: Extract<JobMessage, { kind: 'progress' }>) => void,
): Promise<unknown> {
  return new Promise((resolve, reject) => {
    child.on('message', (message: JobMessage) => {
      if (message.kind === 'progress') progress(message);
      else if (message.kind === 'done') resolve(message.result);
      else reject(new Problem(message.status as Problem['status'], message.message));
    });
    child.on('error', reject);
    // Not at `exit`: what the process said last may still be on its way then.
    child.on('close', (code, signal) =>
      reject(
        new Problem(
          422,
          signal === 'SIGKILL' ? stopped : `The job ended early (code ${code ?? signal}). The piece is unharmed.`,
        ),
      ),
    );
    child.send(order);
  });
}
