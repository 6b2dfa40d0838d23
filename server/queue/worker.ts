import { rmSync } from 'node:fs';
import { Worker, type Job } from 'bullmq';
import type { RowOrder, RunDesign } from '../runs/orders';
import { RowChild } from '../runs/rowChild';
import type { RowTask } from '../runs/rowHand';
import type { Files } from '../store/files';
import { Damaged, Refused, Unwanted, type ServerClient } from './serverClient';
import { lockMs, mostStalled, stalledMs, type QueuedAnswer, type QueuedRow } from './terms';

/** So many designs are known at a time: the pieces of runs that go on side by side. */
const mostDesigns = 20;
/** How often a worker asks whether it may still go on, and whether its server has another queue by now, ms. */
const askAgainMs = 10_000;

export interface WorkerSettings {
  client: ServerClient;
  files: Files;
  buildFolder: string;
  /** Where Redis is seen from here; null: where the server sees it. */
  redis: string | null;
  /** Rows side by side. */
  atOnce: number;
  say(line: string): void;
}

const faceHashes = (assets: Readonly<Record<string, { kind: string; sha256?: string | null }>>): string[] =>
  Object.values(assets).flatMap(({ kind, sha256 }) => (kind === 'face' && sha256 ? [sha256] : []));

/** Takes rows of a server from its queue, does them in processes of this machine and brings back what came of them. */
export class RowWorker {
  private readonly idle: RowChild[] = [];
  private readonly busy = new Set<RowChild>();
  private readonly designs = new Map<string, Promise<RunDesign>>();
  private readonly fetching = new Map<string, Promise<void>>();
  private worker: Worker<QueuedRow, QueuedAnswer> | null = null;
  private done = 0;
  private end: ((error: Error) => void) | null = null;

  constructor(private readonly settings: WorkerSettings) {}

  /** Works until it is stopped. @throws Refused where the server will not have it */
  async run(): Promise<void> {
    const { client, redis, atOnce, say } = this.settings;
    let hello = await this.greet();
    const refused = new Promise<never>((_, reject) => (this.end = reject));
    const open = (): Worker<QueuedRow, QueuedAnswer> => {
      const worker = new Worker<QueuedRow, QueuedAnswer>(hello.queue, (job) => this.one(job), {
        connection: { url: redis ?? hello.redis, maxRetriesPerRequest: null },
        concurrency: atOnce,
        lockDuration: lockMs,
        stalledInterval: stalledMs,
        maxStalledCount: mostStalled,
      });
      let isAway = false;
      worker.on('error', (error) => {
        // The server that gave this row has ended, or was cancelled: nobody wants it.
        if (/^Missing (key|lock)/.test(error.message)) return;
        if (!isAway) say(`Going on as soon as it can be: ${error.message}`);
        isAway = true;
      });
      worker.on('active', () => (isAway = false));
      return worker;
    };
    this.worker = open();
    say(`Takes up to ${atOnce} rows at a time.`);
    const ask = setInterval(() => {
      client.hello().then(
        async (now) => {
          if (now.queue === hello.queue) return;
          hello = now;
          const before = this.worker;
          this.worker = open();
          await before?.close();
        },
        (error: unknown) => error instanceof Refused && this.end?.(error),
      );
    }, askAgainMs);
    try {
      await refused;
    } finally {
      clearInterval(ask);
      await this.close(true);
    }
  }

  /** @param isNow leaves what is being done to others */
  async close(isNow: boolean): Promise<void> {
    if (isNow) for (const child of this.busy) child.kill();
    await this.worker?.close(isNow);
    for (const child of [...this.idle, ...this.busy]) child.kill();
  }

  /** Waits for the server where it is not there yet. */
  private async greet(): Promise<Awaited<ReturnType<ServerClient['hello']>>> {
    for (let tries = 0; ; tries++)
      try {
        return await this.settings.client.hello();
      } catch (error) {
        if (error instanceof Refused) throw error;
        if (tries === 0) this.settings.say(`The server cannot be reached yet: it is tried again. ${reasonOf(error)}`);
        await new Promise((resolve) => setTimeout(resolve, 2000));
      }
  }

  /** One row. What is wrong with the row is an answer; what is wrong with the way to the server is tried again. */
  private async one({ id, data }: Job<QueuedRow, QueuedAnswer>): Promise<QueuedAnswer> {
    const { client, files, buildFolder, say } = this.settings;
    const out = files.working();
    const scratch = files.working();
    try {
      const design = await this.designOf(data.design);
      await this.fetchFor(data.task.row);
      const child = this.idle.pop() ?? new RowChild(buildFolder);
      this.busy.add(child);
      const task: RowTask =
        data.task.kind === 'solve' ? { ...data.task, picture: out } : { ...data.task, out, scratch };
      let answer: QueuedAnswer;
      try {
        await child.give(design);
        answer = { result: await child.ask(task) };
      } catch (error) {
        answer = { problem: reasonOf(error) };
      } finally {
        this.busy.delete(child);
        this.idle.push(child);
      }
      if ('result' in answer) {
        await client.deliver(id!, out);
        say(`${++this.done} done`);
      }
      return answer;
    } catch (error) {
      if (error instanceof Unwanted || error instanceof Damaged) return { problem: error.message };
      if (error instanceof Refused) this.end?.(error);
      throw error;
    } finally {
      for (const path of [out, scratch]) rmSync(path, { recursive: true, force: true });
    }
  }

  private designOf(key: string): Promise<RunDesign> {
    const known = this.designs.get(key);
    if (known) return known;
    const { client, files, buildFolder } = this.settings;
    const coming = client.design(key).then(async (design) => {
      await this.fetchAll('pictures', Object.keys(design.shapes));
      await this.fetchAll('faces', [...faceHashes(design.piece.assets), ...design.faces.map(({ sha256 }) => sha256)]);
      return { ...design, dataFolder: files.folder, buildFolder };
    });
    // One that did not come is asked for again.
    coming.catch(() => this.designs.delete(key));
    this.designs.set(key, coming);
    for (const old of this.designs.keys()) {
      if (this.designs.size <= mostDesigns) break;
      this.designs.delete(old);
    }
    return coming;
  }

  /** What a row brings along besides its design. */
  private async fetchFor(row: RowOrder): Promise<void> {
    await this.fetchAll('pictures', Object.keys(row.shapes));
    await this.fetchAll(
      'faces',
      Object.values(row.recipes).flatMap(({ assets }) => faceHashes(assets)),
    );
  }

  /** Each file once, also where several rows ask for it. */
  private async fetchAll(kind: 'faces' | 'pictures', hashes: readonly string[]): Promise<void> {
    for (const sha256 of hashes) {
      const name = `${kind} ${sha256}`;
      const coming = this.fetching.get(name) ?? this.settings.client.fetch(kind, sha256);
      this.fetching.set(name, coming);
      await coming.finally(() => this.fetching.delete(name));
    }
  }
}

const reasonOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
