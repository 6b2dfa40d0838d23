import { useEffect, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { readKeep, readShape, writeKeep, type RoughsOrder } from '../../core/roughs/order';
import { useAccess } from '../api/access';
import { api, ask } from '../api/client';
import { listAssets, type StoredAsset } from '../api/files';
import { beginRoughs, takeRough } from '../api/roughs';
import { PageHead } from '../ui/PageHead';
import { Problem } from '../ui/Problem';
import { messageOf } from '../ui/messageOf';
import { Asking } from './Asking';
import { orderFor } from './order';
import { RoughsShown } from './RoughsShown';
import { learnFrom, ownTaste } from './taste';
import { TasteSettings } from './TasteSettings';
import { useRoughs } from './useRoughs';

/** Roughs: a photograph, words, and whole pieces that are proposed for them. */
export function RoughsPage() {
  const [asked, setAsked] = useSearchParams();
  const shown = asked.get('shown');
  const { state, problem: lost } = useRoughs(shown);
  const [words, setWords] = useState(asked.get('words') ?? '');
  const [shape, setShape] = useState(() => (readShape(asked.get('shape')) ? asked.get('shape')! : ''));
  const [keep, setKeep] = useState(asked.get('keep') ?? '');
  const [plate, setPlate] = useState<StoredAsset | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const { mayWork } = useAccess();
  const navigate = useNavigate();
  const wanted = state?.plate ?? asked.get('plate');
  useEffect(() => {
    document.title = 'Roughs · Inky Veil';
  }, []);
  useEffect(() => {
    if (wanted === null || plate?.sha256 === wanted) return;
    listAssets('plate').then(
      (all) => setPlate((before) => before ?? all.find(({ sha256 }) => sha256 === wanted) ?? null),
      (error: unknown) => setProblem(messageOf(error)),
    );
  }, [wanted, plate]);
  // Roughs that are looked at again say what they were asked for; what is being written stays.
  const wordsSaid = state?.order.words ?? '';
  const keepSaid = writeKeep(state?.order.keep ?? []);
  const shapeSaid = state?.order.shape?.join('x') ?? '';
  useEffect(() => setWords((before) => before || wordsSaid), [wordsSaid]);
  useEffect(() => setShape((before) => before || shapeSaid), [shapeSaid]);
  useEffect(() => setKeep((before) => before || keepSaid), [keepSaid]);

  const kept = readKeep(keep) ?? [];
  const during = async (work: () => Promise<void>): Promise<void> => {
    setProblem(null);
    setBusy(true);
    await work().catch((error: unknown) => setProblem(messageOf(error)));
    setBusy(false);
  };
  const begin = (sha256: string, order: RoughsOrder): void =>
    void during(async () => setAsked({ shown: (await beginRoughs(sha256, order)).id }));
  const show = (): void => {
    const { order, problem: own } = orderFor(words, ownTaste(), readShape(shape), kept);
    if (!plate || isBusy || !mayWork) return;
    if (order) begin(plate.sha256, order);
    else setProblem(own);
  };
  return (
    <div className="flex min-h-dvh flex-col">
      <PageHead title="Roughs" />
      <main className="mx-auto flex w-full max-w-[1240px] grow flex-col gap-4 px-6 py-4 max-[600px]:px-3">
        <h1 className="font-title text-2xl">Roughs</h1>
        <Asking
          plate={plate}
          words={words}
          isBusy={isBusy}
          mayShow={mayWork}
          onPlate={(chosen) => {
            setPlate(chosen);
            // They were places of another photograph.
            if (chosen.sha256 !== plate?.sha256) setKeep('');
          }}
          kept={kept.length}
          onFree={() => setKeep('')}
          onWords={setWords}
          shape={shape}
          onShape={setShape}
          onShow={show}
        />
        {(problem ?? lost) && <Problem onDismiss={() => setProblem(null)}>{problem ?? lost}</Problem>}
        {!state && !shown && (
          <p className="py-8 text-center text-faint">
            Up to six ways to set the words into the photograph: behind what stands out, woven through it, on a surface,
            in a calm place, on the ground, as openings in a panel. Each opens as an ordinary piece.
          </p>
        )}
        {state && (
          <RoughsShown
            key={state.id}
            state={state}
            isBusy={isBusy}
            mayTake={mayWork}
            onNext={(order) => begin(state.plate, order)}
            onCancel={() =>
              void during(async () => void (await ask(api.jobs[':id'].$delete({ param: { id: state.id } }))))
            }
            onTake={(rough) =>
              void during(async () => {
                const piece = await takeRough(state.id, rough);
                learnFrom(
                  state.roughs.find(({ id }) => id === rough)!.parts,
                  state.roughs.filter(({ id }) => id !== rough).map(({ parts }) => parts),
                );
                await navigate(`/piece/${piece}`);
              })
            }
          />
        )}
        <TasteSettings />
      </main>
    </div>
  );
}
