import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import {
  edgeParts,
  learnFront,
  putPart,
  solvePart,
  unsolvedEdge,
  type EdgeGiven,
  type SolvedEdge,
} from '../../core/passes/veils/fine/fineEdge';
import { WorkerPool } from '../../core/render/workerPool';
import type { EdgeAnswer, EdgeOrder } from './edgeWorker';

/** Beside the bundle of whoever asks. */
const workerFile = fileURLToPath(new URL('edgeWorker.js', import.meta.url));

export interface TogetherOptions {
  quick?: boolean;
  /** 0..1 */
  progress?(done: number): void;
}

/**
 * Solves a fine edge part by part, as many at once as the machine has processors; one part alone is solved here.
 * @throws Error when a worker fails
 */
export async function solveEdgeTogether(
  given: EdgeGiven,
  { quick = false, progress }: TogetherOptions = {},
): Promise<SolvedEdge> {
  const out = unsolvedEdge(given);
  const parts = edgeParts(given);
  const learned = learnFront(given, parts);
  if (parts.length === 1) {
    putPart(out, solvePart(given, parts[0], learned, quick, progress));
    return out;
  }
  const shared: EdgeGiven = {
    picture: { ...given.picture, bytes: sharedCopy(given.picture.bytes) },
    cut: sharedCopy(given.cut),
    band: sharedCopy(given.band),
    marked: given.marked && sharedCopy(given.marked),
  };
  const come = parts.map(() => 0);
  const report = (index: number, done: number): void => {
    come[index] = done;
    progress?.(come.reduce((sum, one) => sum + one, 0) / parts.length);
  };
  const pool = startPool(Math.min(availableParallelism(), parts.length), report);
  try {
    await Promise.all(
      parts.map(async (part, index) => {
        const answer = await pool.ask({ given: shared, part, learned, quick, index });
        if (answer.kind === 'solved') putPart(out, answer.solved);
        report(index, 1);
      }),
    );
  } finally {
    await pool.close();
  }
  return out;
}

/** @param report is told how far a part has come, 0..1 */
const startPool = (count: number, report: (index: number, done: number) => void): WorkerPool<EdgeOrder, EdgeAnswer> =>
  new WorkerPool<EdgeOrder, EdgeAnswer>({
    count,
    problemOf: (answer) => (answer.kind === 'failed' ? answer.message : null),
    spawn(answered, failed) {
      const worker = new Worker(workerFile);
      worker.on('message', (answer: EdgeAnswer) =>
        answer.kind === 'progress' ? report(answer.index, answer.done) : answered(answer),
      );
      worker.on('error', (error) => failed(error.message));
      worker.on('exit', () => failed('A worker that solves the edge has ended: there may be too little memory.'));
      return { post: (order) => worker.postMessage(order), terminate: () => worker.terminate() };
    },
  });

function sharedCopy(bytes: Uint8Array): Uint8Array {
  const out = new Uint8Array(new SharedArrayBuffer(bytes.length));
  out.set(bytes);
  return out;
}
