import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Worker, type ResourceLimits } from 'node:worker_threads';
import type { KindCost } from '../../core/graph/profile';
import { WorkerPool } from '../../core/render/workerPool';
import type { PoolPiece, TileAnswer, TileOrder } from './tileWorker';

/** Worker threads that draw tiles. */
export type TilePool = WorkerPool<TileOrder, TileAnswer>;

/** How the threads are to work. */
export interface PoolWays {
  /** Of each thread's memory. */
  limits?: ResourceLimits;
  /** Hears, after each tile, what its nodes have cost; nothing is measured where it is left out. */
  heard?: (costs: readonly KindCost[]) => void;
}

/** What a thread is started with. */
export interface TileWorkerData {
  profiles: boolean;
}

/** Starts the threads; they load while the piece is still to come. */
export function startTilePool(
  buildFolder: string,
  count: number = availableParallelism(),
  { limits, heard }: PoolWays = {},
): TilePool {
  return new WorkerPool<TileOrder, TileAnswer>({
    count,
    problemOf: ({ problem }) => problem,
    spawn(answered, failed) {
      const workerData: TileWorkerData = { profiles: heard !== undefined };
      const worker = new Worker(join(buildFolder, 'tileWorker.js'), { resourceLimits: limits, workerData });
      worker.on('message', (answer: TileAnswer) => {
        if (answer.costs) heard?.(answer.costs);
        answered(answer);
      });
      worker.on('error', (error) => failed(error.message));
      worker.on('exit', (code) => failed(`A worker that draws has ended (code ${code}).`));
      return { post: (order) => worker.postMessage(order), terminate: () => worker.terminate() };
    },
  });
}

/** Gives a pool the piece that it is to draw. */
export function givePiece(pool: TilePool, piece: PoolPiece): void {
  pool.broadcast('piece', { kind: 'piece', piece });
}
