import { useState, type ReactNode } from 'react';
import { cancelJob, type JobState } from '../api/files';
import { Problem } from '../ui/Problem';
import { Progress } from '../ui/Progress';
import { Sheet } from '../ui/Sheet';
import { useFileJob } from './useFileJob';

interface FileJobProps {
  run: string;
  title: string;
  note: string;
  /** What there is to choose, and what begins. @param again forgets what was made with other choices */
  children(start: (begin: () => Promise<JobState>) => void, again: () => void): ReactNode;
}

/** A file that the server makes of a run: a button, what there is to choose, its progress, and saving it. */
export function FileJob({ run, title, note, children }: FileJobProps) {
  const [open, setOpen] = useState(false);
  const { stage, start, again } = useFileJob(run);
  return (
    <>
      <button className="plain-button" onClick={() => setOpen(true)}>
        {title}
      </button>
      <Sheet title={title} note={note} open={open} onClose={() => setOpen(false)}>
        <div className="flex flex-col gap-3">
          {stage.at === 'running' ? (
            <Progress
              done={stage.job.done}
              stage={stage.job.stage}
              startedAt={stage.job.startedAt}
              onCancel={() => void cancelJob(stage.job.id)}
            />
          ) : (
            children((begin) => void start(begin), again)
          )}
          {stage.at === 'choosing' && stage.problem && <Problem>{stage.problem}</Problem>}
          {stage.at === 'done' && (
            <div role="status" className="border-t border-rule pt-3">
              {stage.notes.map((line) => (
                <p key={line}>{line}</p>
              ))}
              <a className="plain-button mt-2" href={stage.address} download={stage.fileName}>
                Save {stage.fileName}
              </a>
            </div>
          )}
        </div>
      </Sheet>
    </>
  );
}
