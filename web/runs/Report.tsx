import { startReport } from '../api/runs';
import { FileJob } from './FileJob';

/** What there is to say of every row, as a file: a table, or a PDF with pictures. */
export function Report({ run }: { run: string }) {
  return (
    <FileJob run={run} title="Report" note="What there is to say of every row, the worst first.">
      {(start) => (
        <div className="flex flex-wrap gap-2">
          <button className="strong-button" onClick={() => start(() => startReport(run))}>
            Write a PDF with pictures
          </button>
          <a className="plain-button" href={`/api/runs/${run}/report.csv`} download>
            Save as CSV
          </a>
        </div>
      )}
    </FileJob>
  );
}
