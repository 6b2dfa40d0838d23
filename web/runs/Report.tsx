import { useState } from 'react';
import { cancelJob } from '../api/files';
import { startReport } from '../api/runs';
import { Problem } from '../ui/Problem';
import { Progress } from '../ui/Progress';
import { Sheet } from '../ui/Sheet';
import { MadeFile } from './MadeFile';
import { useFileJob } from './useFileJob';

/** What there is to say of every row, as a file: a table, or a PDF with pictures. */
export function Report({ run }: { run: string }) {
  const [open, setOpen] = useState(false);
  const { stage, start } = useFileJob(run);
  return (
    <>
      <button className="plain-button" onClick={() => setOpen(true)}>
        Report
      </button>
      <Sheet
        title="Report"
        note="What there is to say of every row, the worst first."
        open={open}
        onClose={() => setOpen(false)}
      >
        <div className="flex flex-col gap-3">
          {stage.at === 'running' ? (
            <Progress
              done={stage.job.done}
              stage={stage.job.stage}
              startedAt={stage.job.startedAt}
              onCancel={() => void cancelJob(stage.job.id)}
            />
          ) : (
            <div className="flex flex-wrap gap-2">
              <button className="strong-button" onClick={() => void start(() => startReport(run))}>
                Write a PDF with pictures
              </button>
              <a className="plain-button" href={`/api/runs/${run}/report.csv`} download>
                Save as CSV
              </a>
            </div>
          )}
          {stage.at === 'choosing' && stage.problem && <Problem>{stage.problem}</Problem>}
          {stage.at === 'done' && <MadeFile {...stage} />}
        </div>
      </Sheet>
    </>
  );
}
