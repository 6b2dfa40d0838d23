import { useEffect, useRef, useState } from 'react';
import { followJob, type JobState } from '../api/files';
import { messageOf } from '../ui/messageOf';

export type FileStage =
  | { at: 'choosing'; problem: string | null }
  | { at: 'running'; job: JobState }
  | { at: 'done'; address: string; fileName: string; notes: string[] };

/** Makes a file of a run on the server; it goes on when what shows it is closed. */
export function useFileJob(run: string) {
  const [stage, setStage] = useState<FileStage>({ at: 'choosing', problem: null });
  const watching = useRef(new AbortController());
  useEffect(() => {
    const own = (watching.current = new AbortController());
    return () => own.abort();
  }, [run]);
  const start = async (begin: () => Promise<JobState>): Promise<void> => {
    const { signal } = watching.current;
    const seen = (next: FileStage): void => {
      if (!signal.aborted) setStage(next);
    };
    try {
      const begun = await begin();
      seen({ at: 'running', job: begun });
      const done = await followJob(begun.id, (job) => job.state === 'running' && seen({ at: 'running', job }));
      const { fileName, notes } = done.result as { fileName: string; notes: string[] };
      seen({ at: 'done', address: `/api/jobs/${begun.id}/file`, fileName, notes });
    } catch (error) {
      seen({ at: 'choosing', problem: messageOf(error) });
    }
  };
  return { stage, start, again: () => setStage({ at: 'choosing', problem: null }) };
}
