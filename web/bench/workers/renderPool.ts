import type { Piece } from '../../../core/piece/schema';
import { sharedTileMemory } from '../../../core/pictures/sharedTiles';
import type { Look } from '../../../core/render/compile';
import { WorkerPool } from '../../../core/render/workerPool';
import { PartSender } from '../../../core/render/parts';
import { ReadyWorker } from './readyWorker';
import type { RenderAnswer, RenderOrder, SharedMemory } from './renderWorker';

/** Orders as the page gives them: a piece whole, which is packed for each worker by what that one knows already. */
export type PageOrder = Exclude<RenderOrder, { kind: 'piece' | 'share' }> | { kind: 'piece'; piece: Piece; look: Look };

const sharedTileBytes = 256 * 1024 * 1024;
/** Longer than any tile takes, ms. */
const timeoutMs = 45000;

/** Memory that the page may share with its workers: only where it is isolated from other sites. */
export function sharedMemory(): SharedMemory | null {
  if (!globalThis.crossOriginIsolated) return null;
  return { tiles: sharedTileMemory(sharedTileBytes), newestFrame: new SharedArrayBuffer(4) };
}

/** The workers that draw. One that fails is replaced, and what it was at is tried once more. */
export function renderPool(count: number, memory: SharedMemory | null): WorkerPool<PageOrder, RenderAnswer> {
  return new WorkerPool<PageOrder, RenderAnswer>({
    count,
    timeoutMs,
    problemOf: (answer) => (answer.kind === 'failed' ? answer.message : null),
    spawn(answered, failed) {
      const worker = new Worker(new URL('./renderWorker.ts', import.meta.url), { type: 'module' });
      const ready = new ReadyWorker<RenderOrder, RenderAnswer>(worker, answered, () =>
        failed('A render worker has stopped.'),
      );
      const parts = new PartSender();
      ready.post({ kind: 'share', memory });
      return {
        post: (order) =>
          ready.post(
            order.kind === 'piece'
              ? { kind: 'piece', packed: parts.pack({ piece: order.piece, look: order.look }) }
              : order,
          ),
        terminate: () => worker.terminate(),
      };
    },
  });
}
