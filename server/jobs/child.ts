import { problemOf } from '../problem';

/** What a job's process tells the server. */
export type JobMessage =
  | { kind: 'progress'; done: number; stage: string; partial?: unknown }
  | { kind: 'done'; result: unknown }
  | { kind: 'failed'; status: number; message: string };

/** Runs one job in a process of its own: takes the order as the first message, reports, and ends. */
export function serveJob<Order, Result>(
  run: (order: Order, progress: (done: number, stage: string, partial?: unknown) => void) => Promise<Result>,
): void {
  const tell = (message: JobMessage): Promise<void> =>
    new Promise((resolve) => process.send!(message, undefined, undefined, () => resolve()));
  let last = 0;
  process.once('message', (order) => {
    void run(order as Order, (done, stage, partial) => {
      if (partial === undefined && performance.now() - last < 60 && done < 1) return;
      last = performance.now();
      void tell({ kind: 'progress', done, stage, partial });
    })
      .then(
        (result) => tell({ kind: 'done', result }),
        (error: unknown) => {
          const problem = problemOf(error);
          return tell({
            kind: 'failed',
            status: problem?.status ?? 500,
            message: problem?.message ?? (error instanceof Error ? error.message : String(error)),
          });
        },
      )
      .then(() => process.exit(0));
  });
  // When the server goes, so does its work.
  process.on('disconnect', () => process.exit(1));
}
