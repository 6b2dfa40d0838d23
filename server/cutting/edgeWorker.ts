import { parentPort } from 'node:worker_threads';
import { solvePart, type EdgeGiven, type FrontTones, type SolvedPart } from '../../core/passes/veils/fine/fineEdge';
import type { Region } from '../../core/pixels/region';

/** One part to be solved. The given px lie in shared memory. */
export interface EdgeOrder {
  given: EdgeGiven;
  part: Region;
  learned: FrontTones;
  quick: boolean;
  /** Named again in what is told of it. */
  index: number;
}

export type EdgeAnswer =
  | { kind: 'progress'; index: number; done: number }
  | { kind: 'solved'; solved: SolvedPart }
  | { kind: 'failed'; message: string };

const tell = (answer: EdgeAnswer): void => parentPort!.postMessage(answer);

parentPort!.on('message', ({ given, part, learned, quick, index }: EdgeOrder) => {
  try {
    tell({
      kind: 'solved',
      solved: solvePart(given, part, learned, quick, (done) => tell({ kind: 'progress', index, done })),
    });
  } catch (error) {
    tell({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
});
