import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { Worker, type ResourceLimits } from 'node:worker_threads';
import { WorkerPool } from '../../core/render/workerPool';
import type { PoolPiece, TileAnswer, TileOrder } from './tileWorker';

/** Worker threads that draw tiles. */
export type TilePool = WorkerPool<TileOrder, TileAnswer>;

/** Starts the threads; they load while the piece is still to come. @param limits of each thread's memory */
export function startTilePool(
  buildFolder: string,
  count: number = availableParallelism(),
  limits?: ResourceLimits,
): TilePool {
  return new WorkerPool<TileOrder, TileAnswer>({
    count,
    problemOf: ({ problem }) => problem,
    spawn(answered, failed) {
      const worker = new Worker(join(buildFolder, 'tileWorker.js'), { resourceLimits: limits });
      worker.on('message', answered);
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
