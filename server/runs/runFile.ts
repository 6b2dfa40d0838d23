import { rmSync, statSync } from 'node:fs';
import type { JobState } from '../jobs/jobs';
import { Problem } from '../problem';
import type { ExportResult } from '../routes/jobs';
import type { Studio } from '../studio';
import type { StoredRun } from './store';

/** A PDF that tells of a whole run, or holds it. */
interface RunFile<Order extends { out: string }, Result> {
  /** The process that makes it. */
  script: string;
  order: Order;
  name: string;
  /** What a person is told of it. */
  says(result: Result): string[];
}

/** Makes a file of a run in a process of its own; it is fetched as that of an export. @throws Problem 409 */
export function startRunFile<Order extends { out: string }, Result>(
  studio: Studio,
  run: StoredRun,
  { script, order, name, says }: RunFile<Order, Result>,
): JobState {
  const { files, jobs } = studio;
  if (jobs.list(run.id).some(({ state, kind }) => state === 'running' && kind === 'export'))
    throw new Problem(409, 'A file of this run is being made already. Wait for it or cancel it.');
  const { sheet } = studio.pieces.get(run.piece).piece;
  const started = performance.now();
  const job = jobs.start(
    'export',
    run.id,
    script,
    order,
    (result: Result): ExportResult => {
      const to = files.export(job.state.id, 'pdf');
      files.move(order.out, to);
      return {
        fileName: name,
        format: 'pdf',
        bytes: statSync(to).size,
        width: sheet.width,
        height: sheet.height,
        renderMs: performance.now() - started,
        encodeMs: 0,
        peakBytes: 0,
        notes: says(result),
      };
    },
    () => rmSync(order.out, { force: true }),
  );
  return job.state;
}
