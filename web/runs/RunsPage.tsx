import { useCallback, useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { beginRun, listRuns, removeRun, type RunSummary } from '../api/runs';
import { useShelf } from '../api/useShelf';
import { PageHead } from '../ui/PageHead';
import { Problem } from '../ui/Problem';
import { ShelfRest, ShelfSearch } from '../ui/ShelfSearch';
import { Sheet } from '../ui/Sheet';
import { messageOf } from '../ui/messageOf';
import { day } from '../ui/day';

/** All runs, and ways to begin one. */
export function RunsPage() {
  const [runs, setRuns] = useState<RunSummary[] | null>(null);
  const [choosing, setChoosing] = useState(false);
  const [leaving, setLeaving] = useState<RunSummary | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const shelf = useShelf(setProblem);
  const navigate = useNavigate();
  const failed = useCallback((error: unknown): void => setProblem(messageOf(error)), []);
  const load = useCallback(() => listRuns().then(setRuns, failed), [failed]);
  useEffect(() => {
    document.title = 'Runs · Inky Veil';
    void load();
  }, [load]);
  const remove = async (run: RunSummary): Promise<void> => {
    setLeaving(null);
    await removeRun(run.id).catch(failed);
    await load();
  };
  return (
    <div className="min-h-dvh">
      <PageHead title="Runs" />
      <main className="mx-auto max-w-[980px] px-6 pb-16 pt-6">
        <div className="mb-4 flex items-center gap-2">
          <h1 className="mr-4 font-title text-2xl">Runs</h1>
          <span className="grow text-faint">The same piece again and again, with other words and pictures.</span>
          <button className="strong-button" onClick={() => setChoosing(true)}>
            New run
          </button>
        </div>
        {problem && <Problem onDismiss={() => setProblem(null)}>{problem}</Problem>}
        {runs?.length === 0 && (
          <p className="mt-8 text-center text-faint">
            No run yet. Choose a piece, say what changes in it, and bring a table of names and pictures.
          </p>
        )}
        <ul className="mt-2 border-t border-rule">
          {runs?.map((run) => (
            <li key={run.id} className="flex items-center gap-4 border-b border-rule py-2">
              <Link to={`/runs/${run.id}`} className="min-w-0 grow">
                <span className="block truncate font-semibold">{run.name}</span>
                <span className="text-faint">
                  from {run.pieceName} · {run.rows} {run.rows === 1 ? 'row' : 'rows'}, {run.approved} approved ·{' '}
                  {day(run.updatedAt)}
                </span>
              </Link>
              <button className="quiet-button" aria-label={`Remove ${run.name}`} onClick={() => setLeaving(run)}>
                Remove
              </button>
            </li>
          ))}
        </ul>
      </main>
      <Sheet title="Which piece?" open={choosing} onClose={() => setChoosing(false)} wide>
        <div className="mb-3">
          <ShelfSearch search={shelf.search} onSearch={shelf.setSearch} of={shelf.all} />
        </div>
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-3">
          {shelf.pieces
            ?.filter(({ isReadable }) => isReadable)
            .map((piece) => (
              <li key={piece.id}>
                <button
                  className="block w-full rounded-sheet border border-rule bg-white p-1 text-left hover:border-faint"
                  onClick={() => beginRun(piece.id).then((id) => navigate(`/runs/${id}`), failed)}
                >
                  <img
                    src={`/api/pieces/${piece.id}/thumbnail?version=${piece.version}`}
                    alt=""
                    className="aspect-[3/2] w-full object-contain"
                    loading="lazy"
                  />
                  <span className="block truncate px-1 pt-1">{piece.name}</span>
                </button>
              </li>
            ))}
        </ul>
        <ShelfRest shown={shelf.pieces?.length ?? 0} found={shelf.found} onMore={shelf.more} />
      </Sheet>
      <Sheet
        title={`Remove “${leaving?.name ?? ''}”?`}
        note="Its table, what was approved, and the files that were made go with it. The piece stays."
        open={leaving !== null}
        onClose={() => setLeaving(null)}
      >
        <div className="flex justify-end gap-2">
          <button className="plain-button" onClick={() => setLeaving(null)}>
            Keep it
          </button>
          <button className="strong-button" onClick={() => leaving && void remove(leaving)}>
            Remove
          </button>
        </div>
      </Sheet>
    </div>
  );
}
