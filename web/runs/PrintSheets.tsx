import { useEffect, useRef, useState } from 'react';
import { papers, printSheetSchema, type PaperName, type PrintSheet } from '../../core/formats/imposition';
import { cancelJob, followJob, type JobState } from '../api/files';
import { startPrintSheets } from '../api/runs';
import { messageOf } from '../ui/messageOf';
import { Problem } from '../ui/Problem';
import { Progress } from '../ui/Progress';
import { Quantity } from '../ui/Quantity';
import { Sheet } from '../ui/Sheet';

type Stage =
  | { at: 'choosing'; problem: string | null }
  | { at: 'running'; job: JobState }
  | { at: 'done'; address: string; fileName: string; notes: string[] };

/** Many rows on one sheet of paper: how they lie, and making the file. */
export function PrintSheets({ run }: { run: string }) {
  const [open, setOpen] = useState(false);
  const [order, setOrder] = useState<PrintSheet>(() => printSheetSchema.parse({}));
  const { stage, start, again } = usePrinting(run);
  return (
    <>
      <button className="plain-button" onClick={() => setOpen(true)}>
        Print sheets
      </button>
      <Sheet
        title="Print sheets"
        note="The files that are made, as many on each sheet of paper as fit."
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
            <>
              <PaperChoices
                order={order}
                onChoose={(part) => {
                  setOrder({ ...order, ...part });
                  again();
                }}
              />
              <button className="strong-button self-start" onClick={() => void start(order)}>
                Lay them out
              </button>
            </>
          )}
          {stage.at === 'choosing' && stage.problem && <Problem>{stage.problem}</Problem>}
          {stage.at === 'done' && (
            <div role="status" className="border-t border-rule pt-3">
              {stage.notes.map((note) => (
                <p key={note}>{note}</p>
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

function PaperChoices({ order, onChoose }: { order: PrintSheet; onChoose(part: Partial<PrintSheet>): void }) {
  const length = (label: string, field: 'margin' | 'gap') => (
    <Quantity
      label={label}
      value={order[field]}
      unit="mm"
      min={0}
      max={100}
      digits={1}
      onCommit={(value) => onChoose({ [field]: value })}
    />
  );
  const ticked = (label: string, field: 'marks' | 'codes') => (
    <label className="flex items-center gap-2">
      <input type="checkbox" checked={order[field]} onChange={(event) => onChoose({ [field]: event.target.checked })} />
      {label}
    </label>
  );
  return (
    <>
      <p>
        On{' '}
        <select
          className="field"
          aria-label="Paper"
          value={order.paper}
          onChange={(event) => onChoose({ paper: event.target.value as PaperName })}
        >
          {Object.entries(papers).map(([name, [width, height]]) => (
            <option key={name} value={name}>
              {name} ({width} × {height} mm)
            </option>
          ))}
        </select>
        , {length('Margin of the paper', 'margin')} from its edges, {length('Gap between sheets', 'gap')} apart.
      </p>
      {ticked('crop marks', 'marks')}
      {ticked('a code for each row in the margin, that leads back to it', 'codes')}
    </>
  );
}

/** Work that goes on when its sheet is closed. */
function usePrinting(run: string) {
  const [stage, setStage] = useState<Stage>({ at: 'choosing', problem: null });
  const watching = useRef(new AbortController());
  useEffect(() => {
    const own = (watching.current = new AbortController());
    return () => own.abort();
  }, [run]);
  const start = async (order: PrintSheet): Promise<void> => {
    const { signal } = watching.current;
    const seen = (next: Stage): void => {
      if (!signal.aborted) setStage(next);
    };
    try {
      const begun = await startPrintSheets(run, order);
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
