import { useCallback, useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { listFaces, type StoredFace } from '../api/faces';
import { useAppDispatch, useAppSelector } from '../store';
import { pieceAt } from '../../core/sizes/pieceAt';
import { BenchContext, type Bench } from './benchContext';
import { looked } from './benchState';
import { DepthLine } from './depth/DepthLine';
import { DroppedPhotograph } from './DroppedPhotograph';
import { LayersSheet } from './passes/plate/layers/LayersSheet';
import { isLayersFile } from './passes/plate/layers/readLayers';
import { takeFiles } from './droppedFiles';
import { editing } from './editing';
import { GovernedOnSheet } from './governs/GovernedOnSheet';
import { GaugePanel } from './GaugePanel';
import { HandRow } from './HandRow';
import { HelpSheet } from './strip/HelpSheet';
import { useBenchKeys } from './strip/useBenchKeys';
import { Notices } from './Notices';
import { passesOfLine, ticketLines } from './passes';
import { ChalkOnSheet } from './passes/chalk/ChalkOnSheet';
import { TopStrip } from './strip/TopStrip';
import { Ticket } from './ticket/Ticket';
import { useLook } from './useLook';
import { useLetters, useMaterials } from './useMaterials';
import { useMeasures } from './useMeasures';
import { SafeArea } from './sizes/SafeArea';
import { Eye } from './view/Eye';
import { Wipe } from './view/Wipe';
import { SheetView } from './view/SheetView';
import { useWorkers } from './workers/useWorkers';
import { workers } from './workers/workers';

/** The bench with a piece on it. */
export function OpenBench({ id }: { id: string }) {
  const dispatch = useAppDispatch();
  const failed = useCallback((message: string) => void dispatch(looked({ problem: message })), [dispatch]);
  const { sharp: shown, onTiles } = useWorkers(failed);
  const { line, openLine } = useOpenLine(id);
  const { bench, sharpRevision } = useBenchValue(id, { line, openLine, shown, failed });
  useNamedSize();
  const [keysOpen, setKeysOpen] = useState(false);
  const [dropped, setDropped] = useState<File | null>(null);
  const doneWithDropped = useCallback(() => setDropped(null), []);
  const openKeys = useCallback(() => setKeysOpen(true), []);
  useBenchKeys(bench, openKeys);
  const takeDropped = (event: React.DragEvent): void =>
    void takeFiles(bench, [...event.dataTransfer.files], setDropped, failed);
  return (
    <BenchContext value={bench}>
      <div className="flex h-dvh flex-col overflow-hidden">
        <TopStrip onKeys={openKeys} isDrawing={sharpRevision === null} />
        <Notices id={id} />
        <div className="flex min-h-0 grow">
          <Ticket />
          <main className="flex min-w-0 grow flex-col" onDrop={takeDropped}>
            <HandRow line={line} />
            <SheetView onTiles={onTiles} sharpRevision={sharpRevision}>
              {passesOfLine(line).map(({ name, Handles }) => Handles && <Handles key={name} />)}
              <SafeArea />
              <ChalkOnSheet />
              <GovernedOnSheet />
              <Wipe />
              <Eye />
            </SheetView>
          </main>
          <GaugePanel />
        </div>
        <DepthLine />
        {dropped && <Dropped key={dropped.name} file={dropped} onDone={doneWithDropped} />}
        <HelpSheet open={keysOpen} onClose={() => setKeysOpen(false)} />
      </div>
    </BenchContext>
  );
}

/** A file that was dropped on the sheet, which may be for several things. */
const Dropped = (what: { file: File; onDone(): void }) =>
  isLayersFile(what.file) ? <LayersSheet {...what} /> : <DroppedPhotograph {...what} />;

/** The line of the ticket that the address names. */
function useOpenLine(id: string): Pick<Bench, 'line' | 'openLine'> {
  const { line: named } = useParams();
  const navigate = useNavigate();
  const found = ticketLines.find(({ line }) => String(line) === named);
  const openLine = useCallback(
    (next: number | null) => void navigate(`/piece/${id}${next === null ? '' : `/${next}`}`, { replace: true }),
    [navigate, id],
  );
  return { line: found?.line ?? null, openLine };
}

/** The size that the address names is on the bench at first. */
function useNamedSize(): void {
  const [search] = useSearchParams();
  const named = search.get('size');
  useEffect(() => {
    if (named) editing.workOn(named);
  }, [named]);
}

function useFaces(): StoredFace[] {
  const [faces, setFaces] = useState<StoredFace[]>([]);
  useEffect(() => {
    listFaces().then(setFaces, () => undefined);
  }, []);
  return faces;
}

interface Given extends Pick<Bench, 'line' | 'openLine'> {
  /** What is shown sharp. */
  shown: ReturnType<typeof useWorkers>['sharp'];
  failed(message: string): void;
}

/** What every part of the bench works with: the same object for as long as nothing of it changes. */
function useBenchValue(
  id: string,
  { line, openLine, shown, failed }: Given,
): { bench: Bench; sharpRevision: number | null } {
  const whole = useAppSelector(({ bench }) => bench.draft ?? bench.piece!);
  const sizeId = useAppSelector(({ bench }) => bench.size);
  const triedWhole = useAppSelector(({ bench }) => bench.tried);
  const piece = pieceAt(whole, sizeId);
  const tried = triedWhole && pieceAt(triedWhole, sizeId);
  const size = whole.sizes.find((one) => one.id === sizeId) ?? null;
  const isDrafted = useAppSelector(({ bench }) => bench.draft !== null);
  const revision = useAppSelector(({ bench }) => bench.revision);
  const dragging = useAppSelector(({ bench }) => bench.dragging);
  const mayChange = useAppSelector(({ bench }) => bench.role === 'working');
  const chosenLettering = useAppSelector(({ bench }) => bench.lettering);
  const chosenVeil = useAppSelector(({ bench }) => bench.veil);
  const { renderer, tracer } = workers();
  const faces = useFaces();
  const materials = useMaterials(piece, failed);
  const lettersOf = useLetters(materials);
  const look = useLook(line);
  const onSheet = tried ?? piece;
  useEffect(() => {
    document.title = `${piece.name} · Inky Veil`;
  }, [piece.name]);
  useEffect(() => {
    if (materials) renderer.setPiece(onSheet, look, dragging);
  }, [renderer, onSheet, look, dragging, materials]);
  const sharp = materials !== null && shown?.piece === onSheet && shown.look === look;
  const { measures, measuredOn } = useMeasures(renderer, isDrafted || tried || !materials ? null : piece, sharp);
  const isMeasured = measuredOn === piece;
  const lettering = piece.letterings.find((one) => one.id === chosenLettering) ?? null;
  const veil = piece.veils.find((one) => one.id === chosenVeil) ?? null;
  const letters = lettering && lettersOf(lettering);
  const bench = useMemo<Bench>(
    () => ({
      id,
      piece,
      whole,
      size,
      line,
      openLine,
      materials,
      faces,
      lettering,
      lettersOf,
      letters,
      measures,
      isMeasured,
      veil,
      renderer,
      tracer,
      mayChange,
    }),
    [
      id,
      piece,
      whole,
      size,
      line,
      openLine,
      materials,
      faces,
      lettering,
      lettersOf,
      letters,
      measures,
      isMeasured,
      veil,
      renderer,
      tracer,
      mayChange,
    ],
  );
  return { bench, sharpRevision: sharp ? revision : null };
}
