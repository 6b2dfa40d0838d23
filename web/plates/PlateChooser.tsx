import { useEffect, useRef, useState } from 'react';
import { importPlate, listAssets, type Arriving, type StoredAsset } from '../api/files';
import { FileButton } from '../ui/FileButton';
import { Problem } from '../ui/Problem';
import { Progress } from '../ui/Progress';
import { Sheet } from '../ui/Sheet';
import { pictureKinds } from '../api/pictureKinds';

/** Choosing a photograph: one that is in the store already, or a file. */
export function PlateChooser({
  open,
  onClose,
  onChoose,
}: {
  open: boolean;
  onClose(): void;
  onChoose(asset: StoredAsset): void;
}) {
  return (
    <Sheet
      title="Choose a photograph"
      note="One of these, or a file: JPEG, PNG, WebP, TIFF, AVIF, SVG or a page of PDF, up to 100 megapixels."
      open={open}
      onClose={onClose}
      wide
    >
      <PlateGrid onChoose={onChoose} />
    </Sheet>
  );
}

/** The photographs of the store with a place to drop files. */
export function PlateGrid({ onChoose }: { onChoose(asset: StoredAsset): void }) {
  const [plates, setPlates] = useState<StoredAsset[]>([]);
  const arrival = useArrival(onChoose);
  useEffect(() => {
    listAssets('plate').then(setPlates, () => undefined);
  }, []);
  return (
    <div>
      <FileDrop arrival={arrival} />
      <ul className="mt-4 grid grid-cols-3 gap-3">
        {plates.map((plate) => (
          <li key={plate.sha256}>
            <button
              className="block w-full rounded-sheet border border-rule bg-white p-1 text-left hover:border-iron"
              disabled={arrival.arriving !== null}
              onClick={() => onChoose(plate)}
            >
              <img src={`/api/assets/${plate.sha256}/thumbnail`} alt="" className="h-28 w-full object-cover" />
              <span className="block truncate px-1 pt-1">
                {plate.name}{' '}
                <span className="text-faint">
                  {plate.width} × {plate.height}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

interface Arrival {
  arriving: (Arriving & { name: string; startedAt: number }) | null;
  problem: string | null;
  take(file: File): void;
  cancel(): void;
  dismiss(): void;
}

/** Taking in one file: how far it is, what went wrong, cancelling. */
export function useArrival(done: (asset: StoredAsset) => void): Arrival {
  const [arriving, setArriving] = useState<Arrival['arriving']>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  const take = (file: File): void => {
    if (stop.current) return;
    const controller = new AbortController();
    stop.current = controller;
    const startedAt = Date.now();
    setProblem(null);
    setArriving({ name: file.name, done: 0, stage: 'Sending', startedAt });
    importPlate(file, (state) => setArriving({ name: file.name, startedAt, ...state }), controller.signal)
      .then(done, (error: unknown) => {
        if (!controller.signal.aborted)
          setProblem(`“${file.name}” could not be imported. ${error instanceof Error ? error.message : ''}`);
      })
      .finally(() => {
        stop.current = null;
        setArriving(null);
      });
  };
  return { arriving, problem, take, cancel: () => stop.current?.abort(), dismiss: () => setProblem(null) };
}

/** Where files are dropped or chosen. */
export function FileDrop({ arrival }: { arrival: Arrival }) {
  const [over, setOver] = useState(false);
  const { arriving, problem } = arrival;
  return (
    <div className="flex flex-col gap-2">
      <div
        className={`flex items-center justify-center gap-3 rounded-sheet border border-dashed px-4 py-4 ${over ? 'border-iron bg-white' : 'border-faint'}`}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          event.stopPropagation();
          setOver(false);
          const file = event.dataTransfer.files[0];
          if (file) arrival.take(file);
        }}
      >
        {arriving ? (
          <div className="grow">
            <Progress
              done={arriving.done}
              stage={`${arriving.stage}: ${arriving.name}`}
              startedAt={arriving.startedAt}
              onCancel={arrival.cancel}
            />
          </div>
        ) : (
          <>
            <span className="text-faint">Drop a photograph here, or</span>
            <FileButton label="Photograph file" accept={pictureKinds} onFiles={([file]) => arrival.take(file)}>
              Choose a file
            </FileButton>
          </>
        )}
      </div>
      {problem && <Problem onDismiss={arrival.dismiss}>{problem}</Problem>}
    </div>
  );
}
