import { useCallback, useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { importFaces, listFaces, removeFace, type StoredFace } from '../api/faces';
import { FileButton } from '../ui/FileButton';
import { PointsChart, type ChartPoint } from '../ui/PointsChart';
import { PageHead } from '../ui/PageHead';
import { Problem } from '../ui/Problem';
import { FaceEntry } from './FaceEntry';
import { measureNames, sorted, type MeasureName, type Sorting } from './measures';
import { messageOf } from '../ui/messageOf';

/** The type case: every face, with a word of the person's choice, measured for this job. */
export function FacesPage() {
  const [asked] = useSearchParams();
  const [faces, setFaces] = useState<StoredFace[] | null>(null);
  const [words, setWords] = useState(asked.get('words') ?? 'KILN & KITE');
  const [sorting, setSorting] = useState<Sorting>('inkShare');
  const [open, setOpen] = useState<string | null>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const [busy, setBusy] = useState<string | null>(null);
  const [over, setOver] = useState(false);
  const failed = useCallback((error: unknown): void => setProblems((before) => [...before, messageOf(error)]), []);
  const load = useCallback(() => listFaces().then(setFaces, failed), [failed]);
  useEffect(() => {
    document.title = 'Type case · Inky Veil';
    void load();
  }, [load]);

  const take = async (files: readonly File[]): Promise<void> => {
    setProblems([]);
    for (const one of files) {
      setBusy(one.name);
      await importFaces(one).then(([{ sha256 }]) => setOpen(sha256), failed);
    }
    setBusy(null);
    await load();
  };
  const remove = async (face: StoredFace): Promise<void> => {
    setProblems([]);
    await removeFace(face.sha256).catch(failed);
    await load();
  };
  const shown = useMemo(() => (faces ? sorted(faces, sorting) : []), [faces, sorting]);
  const choose = useCallback((sha256: string): void => {
    setOpen(sha256);
    document.getElementById(`face-${sha256}`)?.scrollIntoView({ block: 'center' });
  }, []);
  return (
    <div
      className={`flex h-dvh flex-col ${over ? 'outline outline-2 -outline-offset-4 outline-iron' : ''}`}
      onDragOver={() => setOver(true)}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        setOver(false);
        void take([...event.dataTransfer.files]);
      }}
    >
      <PageHead title="Type case" />
      <div className="flex min-h-0 grow">
        <main className="flex min-w-0 grow flex-col px-6 pt-4">
          <FacesHead
            words={words}
            onWords={setWords}
            sorting={sorting}
            onSorting={setSorting}
            busy={busy !== null}
            onFiles={(files) => void take(files)}
          />
          {problems.map((problem, i) => (
            <Problem key={i} onDismiss={() => setProblems(problems.filter((_, k) => k !== i))}>
              {problem}
            </Problem>
          ))}
          <p className="pb-1 text-faint" role="status">
            {busy === null
              ? `${shown.length} faces. Drop TTF, OTF, WOFF or WOFF2 files anywhere.`
              : `Reading and measuring ${busy}`}
          </p>
          <ul className="min-h-0 grow overflow-y-auto border-t border-rule">
            {shown.map((face) => (
              <FaceEntry
                key={face.sha256}
                face={face}
                words={words || face.name}
                open={open === face.sha256}
                onOpen={() => setOpen(open === face.sha256 ? null : face.sha256)}
                onRemove={() => void remove(face)}
              />
            ))}
          </ul>
        </main>
        <Comparison faces={shown} chosen={open} onChoose={choose} />
      </div>
    </div>
  );
}

interface FacesHeadProps {
  words: string;
  onWords(words: string): void;
  sorting: Sorting;
  onSorting(sorting: Sorting): void;
  /** Faces are being read. */
  busy: boolean;
  onFiles(files: File[]): void;
}

/** The word that is shown, the order, and bringing in more. */
function FacesHead({ words, onWords, sorting, onSorting, busy, onFiles }: FacesHeadProps) {
  return (
    <div className="mb-2 flex items-center gap-3">
      <h1 className="mr-2 whitespace-nowrap font-title text-2xl">Type case</h1>
      <input
        className="field min-w-0 grow"
        aria-label="Word to show"
        maxLength={60}
        value={words}
        onChange={(event) => onWords(event.target.value)}
      />
      <label className="flex items-center gap-2 whitespace-nowrap">
        sorted by
        <select className="field" value={sorting} onChange={(event) => onSorting(event.target.value as Sorting)}>
          <option value="name">Name</option>
          {measureNames.map(({ key, title }) => (
            <option key={key} value={key}>
              {title}
            </option>
          ))}
        </select>
      </label>
      <FileButton
        className="strong-button"
        label="Face files"
        accept=".ttf,.otf,.woff,.woff2,.ttc,.otc"
        multiple
        disabled={busy}
        onFiles={onFiles}
      >
        {busy ? 'Reading' : 'Bring in a face'}
      </FileButton>
    </div>
  );
}

interface ComparisonProps {
  faces: StoredFace[];
  chosen: string | null;
  onChoose(sha256: string): void;
}

const axes = new Map(
  measureNames.map((name) => [name, { ...name, written: (value: number) => `${Math.round(value * 100)} %` }]),
);
const axisOf = (name: MeasureName) => axes.get(name)!;

const pointsOf = (faces: readonly StoredFace[], across: MeasureName, up: MeasureName): ChartPoint[] =>
  faces.flatMap(({ sha256, name, facts }) =>
    facts.measures ? [{ id: sha256, name, value: [facts.measures[across.key], facts.measures[up.key]] }] : [],
  );

/** All faces by two measures. */
function Comparison({ faces, chosen, onChoose }: ComparisonProps) {
  const [across, setAcross] = useState(3);
  const points = useMemo(() => pointsOf(faces, measureNames[across], measureNames[0]), [faces, across]);
  return (
    <aside className="w-[430px] shrink-0 overflow-y-auto border-l border-rule bg-card p-4" aria-label="Comparison">
      <div className="mb-2 flex items-center gap-2">
        <h2 className="grow font-semibold">How much picture they hold</h2>
        <label className="flex items-center gap-2">
          against
          <select className="field" value={across} onChange={(event) => setAcross(Number(event.target.value))}>
            {measureNames.map(
              ({ title }, i) =>
                i > 0 && (
                  <option key={title} value={i}>
                    {title}
                  </option>
                ),
            )}
          </select>
        </label>
      </div>
      {faces.length > 0 && (
        <PointsChart
          what="The faces"
          points={points}
          across={axisOf(measureNames[across])}
          up={axisOf(measureNames[0])}
          chosen={chosen}
          onChoose={onChoose}
        />
      )}
      <p className="mt-2 text-faint">
        Measured on the capitals (or, where there are none, on the first letters of the script). Heavy faces hold a
        picture; lean ones leave the photograph alone.
      </p>
    </aside>
  );
}
