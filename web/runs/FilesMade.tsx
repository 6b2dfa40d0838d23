import { fileFormats, formatNames, type FormatName } from '../../core/formats/formats';
import { fitted, printed } from '../../core/formats/settings';
import type { RunOutput } from '../../core/runs/settings';
import { fileNameOf } from '../../core/piece/fileNames';
import { startWork, type Run, type RunRow } from '../api/runs';
import { PrintSheets } from './PrintSheets';
import { Report } from './Report';
import type { RunWork } from './useRun';

/** The files of what is approved: what they are called, how large they are, making and fetching them. */
export function FilesMade({ run, rows, work }: { run: Run; rows: readonly RunRow[]; work: RunWork }) {
  const { output } = run.settings;
  const change = (part: Partial<typeof output>): void => work.change({ output: { ...output, ...part } });
  const approved = rows.filter((row) => row.approved && row.isFresh).length;
  const made = rows.filter(({ file }) => file !== null).length;
  const first = rows[0];
  const name =
    first && fileNameOf(output.pattern, { number: 1, count: rows.length, piece: run.pieceName, values: first.cells });
  const isMaking = work.work?.kind === 'make' && work.work.problem === null;
  return (
    <section aria-label="Files" className="mt-4">
      <h2 className="font-title text-base">Files</h2>
      <label className="mt-1 flex items-center gap-2">
        <span className="label w-14">called</span>
        <input
          key={output.pattern}
          className="field min-w-0 grow"
          aria-label="Pattern of the file names"
          title="{number}, {piece}, and every column by its name"
          defaultValue={output.pattern}
          maxLength={200}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
          onBlur={(event) => {
            const pattern = event.target.value.trim();
            if (pattern && pattern !== output.pattern) change({ pattern });
          }}
        />
      </label>
      {name && (
        <p className="truncate text-faint" title={name}>
          {name}.{fileFormats[output.format].ending}
        </p>
      )}
      <label className="mt-1 flex items-center gap-2">
        <span className="label w-14">as</span>
        <select
          className="field"
          aria-label="Format of the files"
          value={output.format}
          onChange={(event) => change(fitted({ ...output, format: event.target.value as FormatName }))}
        >
          {formatNames.map((format) => (
            <option key={format} value={format}>
              {fileFormats[format].name}
            </option>
          ))}
        </select>
        <input
          key={output.side ?? ''}
          className="field w-16"
          inputMode="numeric"
          aria-label="Longer side of the files, px"
          defaultValue={output.side ?? ''}
          placeholder={String(Math.max(run.sheet.width, run.sheet.height))}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
          onBlur={(event) => {
            const typed = Number.parseInt(event.target.value, 10);
            const side = Number.isFinite(typed) ? Math.min(20000, Math.max(16, typed)) : null;
            if (side !== output.side) change({ side });
          }}
        />
        px
      </label>
      {printed.includes(output.format) && <BleedOfFiles output={output} change={change} />}
      <button
        className="strong-button mt-3"
        disabled={approved === 0 || isMaking}
        title={approved === 0 ? 'Approve rows first' : 'Only what has changed is made again'}
        onClick={() =>
          void startWork(run.id, { kind: 'make', rows: null }).catch((error: unknown) => work.say(String(error)))
        }
      >
        Make {approved} {approved === 1 ? 'file' : 'files'}
      </button>
      <div className="mt-2 flex flex-wrap gap-2">
        {made > 0 && output.format === 'pdf' && <PrintSheets run={run.id} />}
        {made > 0 && (
          <a className="plain-button" href={`/api/runs/${run.id}/files.zip`} download>
            Save {made} as a zip
          </a>
        )}
        {rows.length > 0 && <Report run={run.id} />}
      </div>
    </section>
  );
}

/** What is printed beyond the sheets' edges, and marks around them. */
function BleedOfFiles({ output, change }: { output: RunOutput; change(part: Partial<RunOutput>): void }) {
  return (
    <>
      <label className="mt-1 flex items-center gap-2">
        <span className="label w-14">bleed</span>
        <input
          key={output.bleed}
          className="field w-16"
          inputMode="decimal"
          aria-label="Bleed of the files, mm"
          defaultValue={output.bleed}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
          onBlur={(event) => {
            const typed = Number.parseFloat(event.target.value.replace(',', '.'));
            const bleed = Number.isFinite(typed) ? Math.min(50, Math.max(0, typed)) : 0;
            if (bleed !== output.bleed) change({ bleed });
          }}
        />
        mm
      </label>
      {output.format === 'pdf' && (
        <label className="mt-1 flex items-center gap-2">
          <input type="checkbox" checked={output.marks} onChange={(event) => change({ marks: event.target.checked })} />
          crop marks on each file
        </label>
      )}
    </>
  );
}
