import { inAddress } from '../../core/type/wellFormed';
import { unnamed } from '../../core/piece/unnamed';
import { api, ask, follow, send, ServerProblem } from './client';
import type { JobState } from '../../server/jobs/jobs';
import type { StoredAsset } from '../../server/store/assets';

export type { JobState, StoredAsset };

/** How far a file has come. */
export interface Arriving {
  done: number;
  stage: string;
}

/** Follows a job to its end. @throws ServerProblem when it fails or is cancelled */
export function followJob(id: string, progress: (state: JobState) => void, signal?: AbortSignal): Promise<JobState> {
  return new Promise((resolve, reject) => {
    const stop = follow<JobState>(`/jobs/${id}/events`, (state) => {
      progress(state);
      if (state.state === 'running') return;
      stop();
      if (state.state === 'done') resolve(state);
      else reject(new ServerProblem(state.message ?? 'Cancelled.', 422, state.state));
    });
    signal?.addEventListener('abort', () => void cancelJob(id).catch(() => undefined));
  });
}

/** Cancels long work. */
export const cancelJob = (id: string): Promise<unknown> => ask(api.jobs[':id'].$delete({ param: { id } }));

/** Takes a photograph into the store: sent, checked, turned upright, made ready. */
export async function importPlate(
  file: File,
  progress: (arriving: Arriving) => void,
  signal?: AbortSignal,
): Promise<StoredAsset> {
  progress({ done: 0, stage: 'Sending' });
  const path = `/assets?kind=plate&name=${inAddress(file.name)}`;
  const { job } = await send<{ job: JobState }>(
    path,
    file,
    (done) => progress({ done: done * 0.3, stage: 'Sending' }),
    signal,
  );
  const { result } = await followJob(job.id, ({ done, stage }) => progress({ done: 0.3 + 0.7 * done, stage }), signal);
  // The store may know these bytes under another name; here they are called what the person calls them.
  return { ...(result as StoredAsset), name: file.name };
}

export const listAssets = (kind: 'plate' | 'face'): Promise<StoredAsset[]> => ask(api.assets.$get({ query: { kind } }));

/** A new piece with a photograph on its sheet, called what the file is called. @returns its id */
export async function beginOn({ name, sha256 }: StoredAsset): Promise<string> {
  const { id } = await ask(
    api.pieces.$post({ json: { name: name.replace(/\.\w{2,5}$/, '') || unnamed, plate: sha256 } }),
  );
  return id;
}
