import { useCallback, useEffect, useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { beginOn, listAssets, type StoredAsset } from '../api/files';
import { followSurvey, nothingKnown, type KnownSurvey } from '../api/surveys';
import { PageHead } from '../ui/PageHead';
import { Problem } from '../ui/Problem';
import { plateFilters, plateMeasures, sortedPlates } from './measures';
import { FileDrop, useArrival } from './PlateChooser';
import { PlateComparison } from './PlateComparison';
import { PlateEntry } from './PlateEntry';
import { messageOf } from '../ui/messageOf';

/** No more plates than this are put side by side. */
const mostCompared = 3;

/** The Plate room: every photograph with what it tells of itself, for the words in hand. */
export function PlateRoomPage() {
  const [asked] = useSearchParams();
  const [plates, setPlates] = useState<StoredAsset[] | null>(null);
  const [words, setWords] = useState(asked.get('words') ?? 'KILN & KITE');
  const [sorting, setSorting] = useState('calm');
  const [filter, setFilter] = useState('all');
  const [compared, setCompared] = useState<string[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const navigate = useNavigate();
  const failed = useCallback((error: unknown): void => setProblem(messageOf(error)), []);
  const load = useCallback(() => listAssets('plate').then(setPlates, failed), [failed]);
  useEffect(() => {
    document.title = 'Plate room · Inky Veil';
    void load();
  }, [load]);
  const known = useSurveys(plates);
  const arrival = useArrival(() => void load());
  const begin = (plate: StoredAsset): void => {
    beginOn(plate).then((id) => void navigate(`/piece/${id}/1`), failed);
  };
  const all = useMemo(
    () => (plates ?? []).map((plate) => ({ plate, survey: (known[plate.sha256] ?? nothingKnown).survey })),
    [plates, known],
  );
  const { keeps } = plateFilters.find(({ key }) => key === filter)!;
  const shown = sortedPlates(
    all.filter(({ survey }) => keeps(survey)),
    sorting,
  );
  const compare = (sha256: string): void =>
    setCompared((before) =>
      before.includes(sha256) ? before.filter((one) => one !== sha256) : [...before, sha256].slice(-mostCompared),
    );
  return (
    <div className="flex h-dvh flex-col">
      <PageHead title="Plate room" />
      <div className="flex min-h-0 grow">
        <main className="flex min-w-0 grow flex-col px-6 pt-4">
          <div className="mb-2 flex flex-wrap items-center gap-3">
            <h1 className="mr-2 whitespace-nowrap font-title text-2xl">Plate room</h1>
            <textarea
              className="field min-w-40 grow resize-none"
              rows={1}
              aria-label="Words in hand"
              title="Words in hand"
              maxLength={200}
              value={words}
              onChange={(event) => setWords(event.target.value)}
            />
            <Choosing
              label="sorted by"
              value={sorting}
              onChange={setSorting}
              options={[{ key: 'name', title: 'Name' }, ...plateMeasures]}
            />
            <Choosing label="shown" value={filter} onChange={setFilter} options={plateFilters} />
          </div>
          <FileDrop arrival={arrival} />
          {problem && <Problem onDismiss={() => setProblem(null)}>{problem}</Problem>}
          <p className="py-1 text-faint" role="status">
            {plates === null
              ? 'Being fetched'
              : `${shown.length} of ${plates.length} photographs. The frame is where “${words.split('\n')[0]}” would stand; the arrow shows the light.`}
          </p>
          <ul className="min-h-0 grow overflow-y-auto border-t border-rule">
            {shown.map(({ plate }) => (
              <PlateEntry
                key={plate.sha256}
                plate={plate}
                known={known[plate.sha256] ?? nothingKnown}
                words={words}
                isCompared={compared.includes(plate.sha256)}
                onCompare={() => compare(plate.sha256)}
                onBegin={() => begin(plate)}
              />
            ))}
            {plates && shown.length === 0 && (
              <li className="py-8 text-center text-faint">
                {plates.length === 0 ? 'No photograph is here yet. Drop one above.' : 'No photograph is like that.'}
              </li>
            )}
          </ul>
        </main>
        <PlateComparison
          plates={all}
          compared={compared}
          words={words}
          onChoose={(sha256) => {
            if (!compared.includes(sha256)) compare(sha256);
            document.getElementById(`plate-${sha256}`)?.scrollIntoView({ block: 'center' });
          }}
        />
      </div>
    </div>
  );
}

interface ChoosingProps {
  label: string;
  value: string;
  onChange(value: string): void;
  options: readonly { key: string; title: string }[];
}

function Choosing({ label, value, onChange, options }: ChoosingProps) {
  return (
    <label className="flex items-center gap-2 whitespace-nowrap">
      {label}
      <select className="field" value={value} onChange={(event) => onChange(event.target.value)}>
        {options.map(({ key, title }) => (
          <option key={key} value={key}>
            {title}
          </option>
        ))}
      </select>
    </label>
  );
}

/** The surveys of all plates, as they come. */
function useSurveys(plates: readonly StoredAsset[] | null): Record<string, KnownSurvey> {
  const [known, setKnown] = useState<Record<string, KnownSurvey>>({});
  useEffect(() => {
    const stops = (plates ?? []).map(({ sha256 }) =>
      followSurvey(sha256, (own) => setKnown((before) => ({ ...before, [sha256]: own }))),
    );
    return () => stops.forEach((stop) => stop());
  }, [plates]);
  return known;
}
