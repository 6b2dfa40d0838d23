import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Region } from '../../core/pixels/region';
import type { TileWorkerData } from './tileWorker';

interface Task {
  region: Region;
  resolve(bytes: Uint8Array): void;
  reject(error: Error): void;
}

/** Worker threads that render regions of one piece. Each does one region at a time. */
export class TilePool {
  private readonly workers: Worker[] = [];
  private readonly idle: Worker[] = [];
  private readonly waiting: Task[] = [];
  private readonly busy = new Map<Worker, Task>();

  constructor(buildFolder: string, data: TileWorkerData, count: number = availableParallelism()) {
    for (let i = 0; i < count; i++) {
      const worker = new Worker(join(buildFolder, 'tileWorker.js'), { workerData: data });
      worker.on('message', (message: { bytes: Uint8Array } | { problem: string }) => this.finished(worker, message));
      worker.on('error', (error) => this.failed(worker, error));
      this.workers.push(worker);
      this.idle.push(worker);
    }
  }

  /** 8-bit straight RGBA of a region, output px. */
  render(region: Region): Promise<Uint8Array> {
    return new Promise((resolve, reject) => {
      this.waiting.push({ region, resolve, reject });
      this.next();
    });
  }

  async close(): Promise<void> {
    await Promise.all(this.workers.map((worker) => worker.terminate()));
  }

  private next(): void {
    while (this.idle.length > 0 && this.waiting.length > 0) {
      const worker = this.idle.pop()!;
      const task = this.waiting.shift()!;
      this.busy.set(worker, task);
      worker.postMessage(task.region);
    }
  }

  private finished(worker: Worker, message: { bytes: Uint8Array } | { problem: string }): void {
    const task = this.busy.get(worker);
    this.busy.delete(worker);
    this.idle.push(worker);
    if (task) {
      if ('problem' in message) task.reject(new Error(message.problem));
      else task.resolve(message.bytes);
    }
    this.next();
  }

  private failed(worker: Worker, error: Error): void {
    this.busy.get(worker)?.reject(error);
    this.busy.delete(worker);
    for (const task of this.waiting.splice(0)) task.reject(error);
  }
}
