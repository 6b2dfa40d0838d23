import { Redo2, Undo2 } from 'lucide-react';
import { Link } from 'react-router';
import { cancelWork, type Run } from '../api/runs';
import { Progress } from '../ui/Progress';
import { countsOf } from './says';
import type { RunWork } from './useRun';

/** The head of the page: which run it is, how far it has come, and taking back. */
export function RunStrip({ work, run }: { work: RunWork; run: Run }) {
  const { state, rows } = { state: work.work, rows: work.rows ?? [] };
  return (
    <header className="flex min-h-11 shrink-0 flex-wrap items-center gap-3 border-b border-rule bg-card px-4">
      <Link to="/" className="font-title text-base text-iron" title="Back to the Shelf">
        Inky Veil
      </Link>
      <Link to="/runs" className="quiet-button">
        Runs
      </Link>
      <input
        key={run.name}
        className="field min-w-0 max-w-56 font-semibold"
        aria-label="Name of the run"
        defaultValue={run.name}
        maxLength={200}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        onBlur={(event) => {
          const name = event.target.value.trim();
          if (name && name !== run.name) work.rename(name);
        }}
      />
      <Link to={`/piece/${run.piece}`} className="quiet-button" title="Opens the piece on the bench">
        from {run.pieceName}
      </Link>
      <span className="grow text-faint" role="status" data-testid="run-counts">
        {countsOf(rows)}
      </span>
      {state && state.problem === null && state.total > 0 && (
        <div className="w-64">
          <Progress
            done={state.done / state.total}
            stage={`${state.kind === 'make' ? 'Making files' : 'Solving rows'}: ${state.done} of ${state.total}`}
            startedAt={state.startedAt}
            onCancel={() => void cancelWork(run.id).then(work.reload)}
          />
        </div>
      )}
      {state?.waitsFor && <span className="max-w-96 text-iron">{state.waitsFor}</span>}
      {state?.problem && <span className="text-iron">{state.problem}</span>}
      <button
        className="quiet-button"
        disabled={work.back === null}
        title={work.back === null ? 'Nothing to undo' : `Undo: ${work.back} (Ctrl+Z)`}
        aria-label="Undo"
        onClick={work.undo}
      >
        <Undo2 size={16} aria-hidden />
      </button>
      <button
        className="quiet-button"
        disabled={work.forth === null}
        title={work.forth === null ? 'Nothing to redo' : `Redo: ${work.forth} (Ctrl+Shift+Z)`}
        aria-label="Redo"
        onClick={work.redo}
      >
        <Redo2 size={16} aria-hidden />
      </button>
    </header>
  );
}
