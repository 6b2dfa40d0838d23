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
  const waiting = parts.map((part, index) => ({ part, index }));
  const work = async (): Promise<void> => {
    const worker = new Worker(workerFile);
    try {
      for (let next = waiting.shift(); next; next = waiting.shift()) {
        const { part, index } = next;
        const solved = await answerOf(worker, { given: shared, part, learned, quick }, (done) => {
          come[index] = done;
          progress?.(come.reduce((sum, one) => sum + one, 0) / parts.length);
        });
        come[index] = 1;
        putPart(out, solved);
      }
    } finally {
      await worker.terminate();
    }
  };
  await Promise.all(Array.from({ length: Math.min(availableParallelism(), parts.length) }, work));
  return out;
}

function answerOf(
  worker: Worker,
  order: EdgeOrder,
  report: (done: number) => void,
): Promise<Extract<EdgeAnswer, { kind: 'solved' }>['solved']> {
  return new Promise((resolve, reject) => {
    const ended = (): void =>
      reject(new Error('A worker that solves the edge has ended: there may be too little memory.'));
    worker.removeAllListeners();
    worker.on('error', reject);
    worker.on('exit', ended);
    worker.on('message', (answer: EdgeAnswer) => {
      if (answer.kind === 'progress') report(answer.done);
      else if (answer.kind === 'failed') reject(new Error(answer.message));
      else resolve(answer.solved);
    });
    worker.postMessage(order);
  });
}

function sharedCopy(bytes: Uint8Array): Uint8Array {
  const out = new Uint8Array(new SharedArrayBuffer(bytes.length));
  out.set(bytes);
  return out;
}
