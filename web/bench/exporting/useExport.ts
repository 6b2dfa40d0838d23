import { useCallback, useEffect, useRef, useState } from 'react';
import { usualPattern, type WantedFile } from '../../../core/formats/fileSet';
import { api, ask, ServerProblem } from '../../api/client';
import { cancelJob, followJob, type JobState } from '../../api/files';
import type { ExportResult } from '../../../server/routes/jobs';
import { saveFrom } from '../saveFile';
import { editing, whenSolved } from '../editing';

export type ExportStage =
  | { at: 'choosing' }
  /** What is being solved comes into the picture first. */
  | { at: 'waiting'; startedAt: number }
  | { at: 'running'; job: JobState }
  | { at: 'done'; file: string; result: ExportResult };

/** Exports that the browser has been given to save: each once, however many sheets have watched it. */
const handedOver = new Set<string>();

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : '');

/**
 * One export of a piece, from the press to the saved file: a file, or several in one zip. Work goes on when its sheet is
 * closed, and is found again.
 */
export function useExport(id: string) {
  const [stage, setStage] = useState<ExportStage>({ at: 'choosing' });
  const [problem, setProblem] = useState<string | null>(null);
  const waiting = useRef<AbortController | null>(null);

  const watch = useCallback(async (job: JobState): Promise<void> => {
    setStage({ at: 'running', job });
    try {
      const done = await followJob(
        job.id,
        (state) => state.state === 'running' && setStage({ at: 'running', job: state }),
      );
      const file = `/api/jobs/${job.id}/file`;
      const result = done.result as ExportResult;
      setStage({ at: 'done', file, result });
      if (!handedOver.has(job.id)) saveFrom(file, result.fileName);
      handedOver.add(job.id);
    } catch (error) {
      setStage({ at: 'choosing' });
      const isCancelled = error instanceof ServerProblem && error.code === 'cancelled';
      if (!isCancelled) setProblem(`The export did not succeed. ${messageOf(error)}`);
    }
  }, []);

  useEffect(() => {
    // The server gets ready while the person chooses.
    ask(api.pieces[':id'].exports.ready.$post({ param: { id } })).catch(() => undefined);
    ask(api.jobs.$get({ query: { about: id } })).then(
      (jobs) => {
        const running = jobs.find((one) => one.kind === 'export' && one.state === 'running');
        if (running) void watch(running);
      },
      () => undefined,
    );
  }, [id, watch]);

  /** @param asItIs does not wait for what is being solved */
  const start = async (files: readonly WantedFile[], pattern: string = usualPattern, asItIs = false): Promise<void> => {
    setProblem(null);
    waiting.current?.abort();
    const own = (waiting.current = new AbortController());
    try {
      editing.flush();
      setStage({ at: 'waiting', startedAt: Date.now() });
      if (!asItIs) await whenSolved(own.signal);
      await editing.saved();
      const ways = api.pieces[':id'].exports;
      const job =
        files.length === 1
          ? await ask(ways.$post({ param: { id }, json: files[0] }))
          : await ask(ways.set.$post({ param: { id }, json: { files: [...files], pattern } }));
      // Cancelled while the order was on its way: it is not to be made after all.
      if (own.signal.aborted) return void (await cancelJob(job.id).catch(() => undefined));
      await watch(job);
    } catch (error) {
      if (own.signal.aborted) return;
      setStage({ at: 'choosing' });
      setProblem(messageOf(error) || 'The export could not be started.');
    }
  };
  const cancel = (): void => {
    waiting.current?.abort();
    if (stage.at === 'running') cancelJob(stage.job.id).catch(() => undefined);
    else setStage({ at: 'choosing' });
  };
  /** The whole piece with all that it names, as one file. */
  const saveBundle = async (): Promise<void> => {
    setProblem(null);
    const own = (waiting.current = new AbortController());
    try {
      editing.flush();
      setStage({ at: 'waiting', startedAt: Date.now() });
      await whenSolved(own.signal);
      await editing.saved();
      saveFrom(`/api/pieces/${id}/bundle`, '');
    } catch (error) {
      if (!own.signal.aborted) setProblem(messageOf(error));
    }
    if (!own.signal.aborted) setStage({ at: 'choosing' });
  };
  return { stage, problem, setProblem, start, cancel, saveBundle };
}
