import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { WorkerPool } from '../../core/render/workerPool';
import type { Jobs } from '../jobs/jobs';
import { Problem } from '../problem';
import type { AssetStore, StoredAsset } from '../store/assets';
import {
  turnSlot,
  turnSlots,
  type CutAnswer,
  type CutOrder,
  type CutPlace,
  type FineOrder,
  type FineResult,
} from './orders';
import type { SolvedFile } from './storeSolved';

/** Cutting takes at most this long, ms; a plate of 100 megapixels is far below it. */
const timeoutMs = 120000;

type Asked = CutOrder extends infer Order ? (Order extends CutOrder ? Omit<Order, keyof CutPlace> : never) : never;

/** Solves cuts in a thread that keeps what it knows of the plate, and keeps what was solved as assets. */
export class CutService {
  private pool: WorkerPool<CutOrder, CutAnswer> | null = null;
  private readonly newestTurns = new SharedArrayBuffer(4 * turnSlots);

  constructor(
    private readonly buildFolder: string,
    private readonly dataFolder: string,
    private readonly assets: AssetStore,
    private readonly jobs: Jobs,
  ) {}

  /** @throws Problem 404 where the plate or a matte is not in the store, 500 when solving fails */
  async ask(
    plate: string,
    mattes: Record<string, string>,
    order: Asked,
  ): Promise<Exclude<CutAnswer, { kind: 'failed' }>> {
    this.pool ??= this.start();
    const answer = await this.pool.ask({ ...order, ...this.placeOf(plate, mattes) } as CutOrder);
    if (answer.kind === 'failed') throw new Problem(500, answer.message);
    return answer;
  }

  /** A number for the next stroke of a piece; what is still being solved for an earlier one of it is given up. */
  nextTurn(about: string): number {
    return Atomics.add(new Int32Array(this.newestTurns), turnSlot(about), 1) + 1;
  }

  /** Starts to solve a fine edge in full. The job's result is the two assets. */
  startFine(
    about: string,
    plate: string,
    order: Pick<FineOrder, 'cuts' | 'mattes' | 'fine'>,
  ): ReturnType<Jobs['start']> {
    const finish = ({ matte, front }: FineResult): { matte: StoredAsset; front: StoredAsset } => ({
      matte: this.keep(matte, 'matte'),
      front: this.keep(front, 'front'),
    });
    return this.jobs.start<FineOrder, FineResult, ReturnType<typeof finish>>(
      'fine edge',
      about,
      'fineChild.js',
      { ...order, ...this.placeOf(plate, order.mattes) },
      finish,
      () => undefined,
    );
  }

  /** Puts a solved file into the store's list. */
  keep({ sha256, bytes, width, height, channels }: SolvedFile, kind: 'matte' | 'front'): StoredAsset {
    this.assets.add({
      sha256,
      kind,
      name: kind === 'matte' ? 'solved matte' : 'solved front',
      mime: 'image/png',
      bytes,
      width,
      height,
      channels,
      shipped: 0,
    });
    return this.assets.get(sha256);
  }

  close(): void {
    void this.pool?.close();
    this.pool = null;
  }

  private start(): WorkerPool<CutOrder, CutAnswer> {
    return new WorkerPool<CutOrder, CutAnswer>({
      count: 1,
      timeoutMs,
      problemOf: () => null,
      spawn: (answered, failed) => {
        const worker = new Worker(join(this.buildFolder, 'cutWorker.js'), {
          workerData: { newestTurns: this.newestTurns },
        });
        worker.on('message', answered);
        worker.on('error', (error) => failed(error.message));
        worker.on('exit', (code) => failed(`The worker that cuts has ended (code ${code}).`));
        return { post: (order) => worker.postMessage(order), terminate: () => worker.terminate() };
      },
    });
  }

  private placeOf(plate: string, mattes: Record<string, string>): CutPlace {
    const shapes: CutPlace['shapes'] = {};
    for (const sha256 of [plate, ...Object.values(mattes)]) {
      const { kind, width, height, channels } = this.assets.get(sha256);
      if (kind === 'face') throw new Problem(422, 'This is a face, not a picture.');
      shapes[sha256] = { width: width!, height: height!, channels: channels! };
    }
    return { dataFolder: this.dataFolder, plate, shapes };
  }
}
