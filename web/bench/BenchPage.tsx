import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { Look } from '../../core/render/compile';
import type { Measures } from '../../core/render/measure';
import { ask, hear } from '../api/client';
import { listFaces, type StoredFace } from '../api/faces';
import { useAppDispatch, useAppSelector } from '../store';
import { Problem } from '../ui/Problem';
import type { LeaseEvent } from '../../server/leases';
import { BenchContext, type Bench } from './benchContext';
import { left, looked, role as setRole } from './benchState';
import { DepthLine } from './depth/DepthLine';
import { editing, tabId } from './editing';
import { GaugePanel } from './gauges/GaugePanel';
import { benchPasses } from './passes';
import { KeysSheet } from './strip/KeysSheet';
import { TopStrip } from './strip/TopStrip';
import { Ticket } from './ticket/Ticket';
import { useBenchKeys } from './useBenchKeys';
import { useLetters, useMaterials } from './useMaterials';
import type { Scene, SheetRenderer } from './view/renderer';
import { SheetView } from './view/SheetView';
import { workers } from './view/workers';

/** The editor of one piece. */
export function BenchPage() {
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const [missing, setMissing] = useState<string | null>(null);
  const openedId = useAppSelector(({ bench }) => bench.id);
  useEffect(() => {
    setMissing(null);
    editing
      .open(id)
      .catch((error: unknown) => setMissing(error instanceof Error ? error.message : 'This piece cannot be opened.'));
    const stop = hear<LeaseEvent>(`/pieces/${id}/socket?tab=${tabId}`, (event) => {
      if (event.kind === 'role') {
        dispatch(setRole(event.role));
        if (event.role === 'working') return;
      }
      if (event.kind === 'moved' && !editing.unsaved) void editing.open(id).catch(() => undefined);
    });
    return () => {
      editing.flush();
      stop();
      dispatch(left());
    };
  }, [id, dispatch]);
  if (missing) {
    return (
      <main className="mx-auto mt-24 flex max-w-lg flex-col gap-4">
        <Problem>{missing}</Problem>
        <Link className="strong-button self-start" to="/">
          Back to the Shelf
        </Link>
      </main>
    );
  }
  return openedId === id ? <OpenBench id={id} /> : <p className="p-6 text-faint">Opening</p>;
}

/** The workers at the service of this bench: what is shown sharp, and who is told of new tiles. */
function useWorkers(failed: (message: string) => void) {
  const listeners = useRef(new Set<() => void>());
  const [sharp, setSharp] = useState<Scene | null>(null);
  useEffect(() => {
    const { renderer } = workers();
    renderer.attach((state) => {
      setSharp(state.sharp);
      if (state.frameMs !== null)
        window.dispatchEvent(
          new CustomEvent('inky-veil-frame', { detail: { sharp: state.sharp !== null, frameMs: state.frameMs } }),
        );
      for (const listener of listeners.current) listener();
    }, failed);
    return () => renderer.detach();
  }, [failed]);
  const onTiles = useCallback((listener: () => void) => {
    listeners.current.add(listener);
    return () => void listeners.current.delete(listener);
  }, []);
  return { sharp, onTiles };
}

function OpenBench({ id }: { id: string }) {
  const { line: lineText } = useParams();
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const state = useAppSelector(({ bench }) => bench);
  const piece = state.draft ?? state.piece!;
  const onSheet = state.tried ?? piece;
  const [keysOpen, setKeysOpen] = useState(false);
  const [faces, setFaces] = useState<StoredFace[]>([]);
  const failed = useCallback((message: string) => void dispatch(looked({ problem: message })), [dispatch]);
  const { renderer, tracer } = workers();
  const { sharp: shown, onTiles } = useWorkers(failed);
  const materials = useMaterials(piece, failed);
  const lettersOf = useLetters(materials);
  const line =
    lineText !== undefined && benchPasses.some((pass) => String(pass.line) === lineText) ? Number(lineText) : null;

  useEffect(() => {
    listFaces().then(setFaces, () => undefined);
  }, []);
  useEffect(() => {
    document.title = `${piece.name} · Inky Veil`;
  }, [piece.name]);

  const showVeil = line === 3 && state.veil && state.veilLook !== 'picture' ? state.veil : null;
  const slipping =
    line === 4 && (state.hand.inkTool === 'slip' || state.hand.inkTool === 'keep') ? state.lettering : null;
  const slipAt = typeof state.hand.slipAt === 'number' ? state.hand.slipAt : null;
  const sheetWidth = piece.sheet.width;
  const look = useMemo<Look>(
    () => ({
      before: state.before || undefined,
      without: state.without ?? undefined,
      lettersStrength: state.halfStrength ? 0.5 : undefined,
      slipping: slipping ? { lettering: slipping, at: slipAt } : undefined,
      veil:
        showVeil && !state.before
          ? {
              id: showVeil,
              show: state.veilLook,
              ground: state.hand.lookGround,
              ...(state.veilLook === 'wipe' && { wipe: Math.round(state.hand.wipe * sheetWidth) }),
            }
          : undefined,
    }),
    [
      state.before,
      state.without,
      state.halfStrength,
      slipping,
      slipAt,
      showVeil,
      state.veilLook,
      state.hand.lookGround,
      state.hand.wipe,
      sheetWidth,
    ],
  );
  useEffect(() => {
    if (materials) renderer.setPiece(onSheet, look, state.dragging);
  }, [renderer, onSheet, look, state.dragging, materials]);
  const sharp = materials !== null && shown?.piece === onSheet && shown.look === look;
  const measures = useMeasures(
    renderer,
    state.draft === null && state.tried === null && materials ? piece : null,
    sharp,
  );

  const lettering = piece.letterings.find((one) => one.id === state.lettering) ?? null;
  const openLine = useCallback(
    (next: number | null) => void navigate(`/piece/${id}${next === null ? '' : `/${next}`}`, { replace: true }),
    [navigate, id],
  );
  const bench: Bench = {
    id,
    piece,
    line,
    openLine,
    materials,
    faces,
    lettering,
    lettersOf,
    measures,
    letters: lettering && lettersOf(lettering),
    veil: piece.veils.find((one) => one.id === state.veil) ?? null,
    renderer,
    tracer,
    mayChange: state.role === 'working',
  };
  useBenchKeys(bench, () => setKeysOpen(true));
  const pass = benchPasses.find((one) => one.line === line);
  return (
    <BenchContext value={bench}>
      <div className="flex h-dvh min-w-[1024px] flex-col overflow-hidden">
        <TopStrip onKeys={() => setKeysOpen(true)} />
        <Notices id={id} />
        <div className="flex min-h-0 grow">
          <Ticket />
          <main
            className="flex min-w-0 grow flex-col"
            onDrop={(event) => void takeFiles(bench, [...event.dataTransfer.files], failed)}
          >
            <div
              className="relative flex h-9 shrink-0 items-center gap-2 whitespace-nowrap border-b border-rule bg-desk px-3"
              aria-label="Hand tools"
            >
              <div className="flex min-w-0 grow items-center gap-2 overflow-hidden">
                {pass?.HandTools ? (
                  <pass.HandTools />
                ) : (
                  <span className="text-faint">
                    Open a line of the ticket to work on it, by its digit or with the pointer.
                  </span>
                )}
              </div>
              {/* Over the mat, so that the sheet stays where it is. */}
              {pass?.HandOptions && (
                <div className="absolute left-0 top-full z-10 flex h-9 max-w-full items-center gap-2 overflow-hidden rounded-br-sheet border-b border-r border-rule bg-desk px-3">
                  <pass.HandOptions />
                </div>
              )}
            </div>
            <SheetView onTiles={onTiles} sharp={sharp}>
              {pass?.Handles && <pass.Handles key={pass.line} />}
            </SheetView>
          </main>
          <GaugePanel />
        </div>
        <DepthLine />
        <KeysSheet open={keysOpen} onClose={() => setKeysOpen(false)} />
      </div>
    </BenchContext>
  );
}

/** Hands each dropped file to the line that knows what to do with it. */
async function takeFiles(bench: Bench, files: readonly File[], failed: (message: string) => void): Promise<void> {
  if (!bench.mayChange) return;
  for (const file of files) {
    const take = benchPasses.map((pass) => pass.takesFile?.(file) ?? null).find((one) => one !== null);
    if (take) await take(bench, file);
    else
      failed(
        `"${file.name}" cannot be dropped here. The sheet takes SVG outlines; a photograph is chosen on line 0, a face in the type case.`,
      );
  }
}

/** Measures of lines 3 and 4, taken when the picture has come to rest. */
function useMeasures(renderer: SheetRenderer, piece: Bench['piece'] | null, sharp: boolean): Measures | null {
  const [measures, setMeasures] = useState<Measures | null>(null);
  useEffect(() => {
    if (!piece || !sharp) return;
    let current = true;
    const timer = window.setTimeout(() => {
      renderer.measure().then(
        (found) => current && setMeasures(found),
        () => undefined,
      );
    }, 400);
    return () => {
      current = false;
      window.clearTimeout(timer);
    };
  }, [renderer, piece, sharp]);
  return measures;
}

/** What went wrong, and what another tab is doing. */
function Notices({ id }: { id: string }) {
  const { problem, role, saving, piece } = useAppSelector(({ bench }) => bench);
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const takeOver = async (): Promise<void> => {
    await ask(`/pieces/${id}/takeover`, { json: { tab: tabId } });
    await editing.open(id);
  };
  const keepMine = async (): Promise<void> => {
    const made = await ask<{ id: string }>('/pieces/copy', {
      json: { piece: { ...piece!, name: `${piece!.name} (mine)`.slice(0, 200) } },
    });
    void navigate(`/piece/${made.id}`);
  };
  const refused = saving.state === 'refused' ? saving.message : null;
  if (!problem && role === 'working' && !refused) return null;
  return (
    <div className="flex flex-col gap-1 border-b border-rule bg-desk px-3 py-1.5">
      {problem && <Problem onDismiss={() => dispatch(looked({ problem: null }))}>{problem}</Problem>}
      {refused ? (
        <Problem>
          {refused} What you see here is not saved.{' '}
          <button className="plain-button ml-2" onClick={() => void keepMine()}>
            Keep mine as a new piece
          </button>{' '}
          <button className="plain-button" onClick={() => void takeOver()}>
            Show what is saved
          </button>
        </Problem>
      ) : (
        role === 'watching' && (
          <Problem>
            This piece is open in another tab, which works on it. Here you can look; changes made there show up by
            themselves.{' '}
            <button className="plain-button ml-2" onClick={() => void takeOver()}>
              Work here instead
            </button>
          </Problem>
        )
      )}
    </div>
  );
}
