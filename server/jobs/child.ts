import { problemOf } from '../problem';
import { endWithServer } from './withServer';

/** What a job's process tells the server. */
export type JobMessage =
  | { kind: 'progress'; done: number; stage: string; partial?: unknown }
  | { kind: 'done'; result: unknown }
  | { kind: 'failed'; status: number; message: string };

const stopped = 'This cannot be carried out: the file is damaged, and reading it came to no end.';

/** Runs one job in a process of its own: takes the order as the first message, reports, and ends. */
export function serveJob<Order, Result>(
  run: (order: Order, progress: (done: number, stage: string, partial?: unknown) => void) => Promise<Result>,
): void {
  const tell = (message: JobMessage): Promise<void> =>
    new Promise((resolve) => process.send!(message, undefined, undefined, () => resolve()));
  let last = 0;
  process.once('message', (order) => {
    // Nothing but the connection keeps this process: then the work will never come to an end, as with what waits for the
    // rest of a file that is cut short.
    process.channel?.unref();
    process.once('beforeExit', () => {
      void tell({ kind: 'failed', status: 422, message: stopped }).then(() => process.exit(0));
    });
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
  endWithServer();
}
