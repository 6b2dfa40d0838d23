import { rmSync } from 'node:fs';
import { z } from 'zod';
import { mostFiles, wantedFileSchema } from '../../core/formats/fileSet';
import type { StoredPiece } from '../store/pieces';
import type { Studio } from '../studio';
import { saveOrdersOf } from './startExport';
import type { ToldOrder, ToldSize } from './toldBytes';

export const toldSchema = z.object({ files: z.array(wantedFileSchema).min(1).max(mostFiles) });

/** How long a process waits for an export that the person may be about to ask for, ms. */
export const readyMs = 5 * 60 * 1000;

/** What takes longer is not told, ms. */
const longestMs = 60_000;

/**
 * How large files of a piece will be. @param signal breaks it off when nobody wants to know any more
 * @throws Problem as `saveOrdersOf`, 422 where it takes too long
 */
export async function tellSizes(
  studio: Studio,
  { id, piece }: StoredPiece,
  wanted: z.infer<typeof toldSchema>['files'],
  signal: AbortSignal,
): Promise<ToldSize[]> {
  const files = saveOrdersOf(studio, piece, wanted);
  const order: ToldOrder = { told: true, files };
  const job = studio.jobs.start(
    'sizes',
    id,
    'exportChild.js',
    order,
    (sizes: ToldSize[]) => sizes,
    () => {
      for (const { out, scratch } of files) for (const path of [out, scratch]) rmSync(path, { force: true });
    },
  );
  const stop = (): void => studio.jobs.cancel(job.state.id);
  signal.addEventListener('abort', stop);
  try {
    await studio.intake.endOf(job, longestMs, 'How large it will be cannot be told: drawing it takes too long.');
    // The process that was kept ready for an export has been used up.
    studio.jobs.prepare('exportChild.js', readyMs);
    return job.state.result as ToldSize[];
  } finally {
    signal.removeEventListener('abort', stop);
  }
}
