import { useEffect, useMemo, useRef, useState } from 'react';
import { Choice } from '../../../../ui/Choice';
import { messageOf } from '../../../../ui/messageOf';
import { Problem } from '../../../../ui/Problem';
import { Progress } from '../../../../ui/Progress';
import { Sheet } from '../../../../ui/Sheet';
import { useBench } from '../../../benchContext';
import { placeLayers, type LayerUse } from './placeLayers';
import { readLayers, type ReadLayer, type ReadLayers } from './readLayers';

const uses: Record<LayerUse, string> = {
  nothing: 'leave out',
  photograph: 'a photograph',
  veil: 'a veil on the farthest photograph',
};

/** The layers of a file that was brought: what each is to be is chosen, and all are placed in one press. */
export function LayersSheet({ file, onDone }: { file: File; onDone(): void }) {
  const { piece, mayChange } = useBench();
  const [read, setRead] = useState<ReadLayers | null>(null);
  const [chosen, setChosen] = useState<readonly LayerUse[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [running, setRunning] = useState<{ done: number; stage: string; startedAt: number } | null>(null);
  const work = useRef<AbortController | null>(null);
  useEffect(() => {
    let isCurrent = true;
    readLayers(file).then(
      (found) => {
        if (!isCurrent) return;
        setRead(found);
        setChosen(found.layers.map(() => 'nothing'));
      },
      (error: unknown) => isCurrent && setProblem(messageOf(error)),
    );
    return () => {
      isCurrent = false;
      work.current?.abort();
    };
  }, [file]);
  const count = chosen.filter((use) => use !== 'nothing').length;
  const lacksGround = chosen.includes('veil') && !chosen.includes('photograph') && piece.plates.length === 0;
  const place = async (): Promise<void> => {
    const own = (work.current = new AbortController());
    const startedAt = Date.now();
    setProblem(null);
    setRunning({ done: 0, stage: 'Reading', startedAt });
    try {
      await placeLayers(read!, chosen, (done, stage) => setRunning({ done, stage, startedAt }), own.signal);
      onDone();
    } catch (error) {
      if (!own.signal.aborted) setProblem(messageOf(error));
    }
    setRunning(null);
  };
  return (
    <Sheet
      title={`Layers of “${file.name}”`}
      note={read ? `${read.width} × ${read.height} px; laid on the sheet as large as they can be, in the middle.` : ''}
      open
      onClose={onDone}
    >
      <div className="flex flex-col gap-3">
        {!read && !problem && <p role="status">Reading the layers …</p>}
        {read && (
          <ul className="flex max-h-[50vh] flex-col gap-2 overflow-y-auto" aria-label="Layers, the nearest first">
            {read.layers.map((layer, i) => (
              <li key={i} className="flex items-center gap-3">
                <LayerPicture layer={layer} />
                <div className="flex min-w-0 grow flex-wrap items-center gap-x-3">
                  <span className="min-w-40 grow basis-40 truncate">
                    {layer.name} {!layer.isShown && <span className="text-faint">hidden</span>}
                  </span>
                  <Choice<LayerUse>
                    label={`What “${layer.name}” becomes`}
                    value={chosen[i]}
                    options={uses}
                    disabled={running !== null}
                    onChoose={(use) => setChosen(chosen.map((before, k) => (k === i ? use : before)))}
                  />
                </div>
              </li>
            ))}
          </ul>
        )}
        {lacksGround && <p className="text-accent">A veil is a part of a photograph: choose a layer that is one.</p>}
        {problem && <Problem onDismiss={() => setProblem(null)}>{problem}</Problem>}
        {running && <Progress {...running} onCancel={() => work.current?.abort()} />}
        {read && !running && (
          <button
            className="strong-button self-start"
            disabled={!mayChange || count === 0 || lacksGround}
            onClick={() => void place()}
          >
            {count === 0 ? 'Choose what they become' : `Put ${count === 1 ? 'it' : `these ${count}`} on the sheet`}
          </button>
        )}
      </div>
    </Sheet>
  );
}

/** A layer's picture, small, on grey: whatever is clear in it is seen. */
function LayerPicture({ layer }: { layer: ReadLayer }) {
  const address = useMemo(() => URL.createObjectURL(layer.picture), [layer]);
  useEffect(() => () => URL.revokeObjectURL(address), [address]);
  return <img src={address} alt="" className="h-12 w-16 flex-none rounded-sheet bg-desk object-contain" />;
}
