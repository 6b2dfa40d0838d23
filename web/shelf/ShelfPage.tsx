import { useCallback, useEffect, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useAccess } from '../api/access';
import { api, ask, send } from '../api/client';
import { beginOn, type StoredAsset } from '../api/files';
import { beginRun } from '../api/runs';
import { useShelf } from '../api/useShelf';
import { FileDrop, useArrival } from '../plates/PlateChooser';
import { workers } from '../bench/workers/workers';
import { FileButton } from '../ui/FileButton';
import { Problem } from '../ui/Problem';
import { ShelfRest, ShelfSearch } from '../ui/ShelfSearch';
import { AccessMark } from './AccessMark';
import { NewPiece } from './NewPiece';
import { PieceCard } from './PieceCard';
import { messageOf } from '../ui/messageOf';

/** The pieces, and ways to begin a new one. */
export function ShelfPage() {
  const [creating, setCreating] = useState(false);
  const [removed, setRemoved] = useState<{ id: string; name: string } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const access = useAccess();
  const navigate = useNavigate();
  const failed = useCallback((error: unknown): void => setProblem(messageOf(error)), []);
  const shelf = useShelf(setProblem);
  const { pieces, reload } = shelf;
  useEffect(() => {
    document.title = 'Shelf · Inky Veil';
    const idle = window.setTimeout(() => void workers(), 300);
    return () => window.clearTimeout(idle);
  }, []);

  const open = useCallback((id: string, line = ''): void => void navigate(`/piece/${id}${line}`), [navigate]);
  const begin = (plate: StoredAsset): void => {
    beginOn(plate).then((id) => open(id, '/1'), failed);
  };
  const arrival = useArrival(begin);
  const change = async (work: Promise<unknown>): Promise<void> => {
    await work.catch(failed);
    await reload();
  };
  const takeBundle = (file: File): void => {
    setProblem(null);
    send<{ id: string }>('/pieces/bundle', file, () => undefined).then(({ id }) => open(id), failed);
  };
  return (
    <div
      className="min-h-dvh"
      onDrop={(event) => event.dataTransfer.files[0] && arrival.take(event.dataTransfer.files[0])}
    >
      <header className="flex h-11 items-center gap-3 border-b border-rule bg-card px-6">
        <span className="font-title text-base text-iron">Inky Veil</span>
        <span className="text-faint">Display type set into photographs</span>
        <span className="grow" />
        <Link to="/roughs" className="quiet-button">
          Roughs
        </Link>
        <Link to="/runs" className="quiet-button">
          Runs
        </Link>
        <Link to="/plates" className="quiet-button">
          Plate room
        </Link>
        <Link to="/faces" className="quiet-button">
          Type case
        </Link>
        <AccessMark {...access} />
      </header>
      <main className="mx-auto max-w-[1180px] px-6 pb-16 pt-6">
        <div className="mb-4 flex items-center gap-2">
          <h1 className="mr-4 font-title text-2xl">Shelf</h1>
          <ShelfSearch search={shelf.search} onSearch={shelf.setSearch} of={shelf.all} />
          <span className="grow" />
          {access.mayWork && (
            <>
              <FileButton label="Bundle file" accept=".zip,application/zip" onFiles={([file]) => takeBundle(file)}>
                Open a bundle
              </FileButton>
              <button className="strong-button" onClick={() => setCreating(true)}>
                New piece
              </button>
            </>
          )}
        </div>
        {problem && (
          <div className="mb-4">
            <Problem onDismiss={() => setProblem(null)}>{problem}</Problem>
          </div>
        )}
        {removed && (
          <RemovedNote
            name={removed.name}
            onUndo={() => {
              void change(ask(api.pieces[':id'].restore.$post({ param: { id: removed.id } })));
              setRemoved(null);
            }}
          />
        )}
        {access.mayWork && <FileDrop arrival={arrival} />}
        {pieces !== null && shelf.all > 0 && shelf.found === 0 && (
          <p className="mt-8 text-center text-faint" role="status">
            No piece has “{shelf.search.trim()}” in its name.
          </p>
        )}
        {pieces !== null && shelf.all === 0 && (
          <div className="mt-8 flex flex-col items-center gap-3">
            <p className="text-faint">The Shelf is empty. Drop a photograph above, or begin on a demo plate.</p>
            <button className="strong-button" onClick={() => setCreating(true)}>
              Begin a piece
            </button>
          </div>
        )}
        <ul className="mt-6 grid grid-cols-[repeat(auto-fill,minmax(250px,1fr))] gap-5">
          {pieces?.map((piece) => (
            <PieceCard
              key={piece.id}
              piece={piece}
              onOpen={() => open(piece.id)}
              onRename={(name) =>
                void change(ask(api.pieces[':id'].name.$post({ param: { id: piece.id }, json: { name } })))
              }
              onDuplicate={() => void change(ask(api.pieces[':id'].duplicate.$post({ param: { id: piece.id } })))}
              onRun={() => void beginRun(piece.id).then((id) => navigate(`/runs/${id}`), failed)}
              onRemove={() => {
                setRemoved({ id: piece.id, name: piece.name });
                void change(ask(api.pieces[':id'].$delete({ param: { id: piece.id } })));
              }}
            />
          ))}
        </ul>
        <ShelfRest shown={pieces?.length ?? 0} found={shelf.found} onMore={shelf.more} />
      </main>
      <NewPiece open={creating} onClose={() => setCreating(false)} onPlate={begin} onMade={(id) => open(id, '/1')} />
    </div>
  );
}

function RemovedNote({ name, onUndo }: { name: string; onUndo(): void }) {
  return (
    <div className="mb-4 flex items-center gap-3 rounded-sheet border border-rule bg-card px-3 py-2" role="status">
      <span className="grow">“{name}” was removed from the Shelf.</span>
      <button className="plain-button" onClick={onUndo}>
        Undo
      </button>
    </div>
  );
}
