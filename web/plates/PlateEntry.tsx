import { useMemo } from 'react';
import { Link } from 'react-router';
import { whatIsLacking } from '../../core/survey/lacks';
import { surveySentences } from '../../core/survey/sentences';
import type { StoredAsset } from '../api/files';
import { roughsAddress } from '../api/roughs';
import type { KnownSurvey } from '../api/surveys';
import { PlateSight } from './PlateSight';

interface PlateEntryProps {
  plate: StoredAsset;
  known: KnownSurvey;
  words: string;
  isCompared: boolean;
  onCompare(): void;
  onBegin(): void;
}

const titles: Record<string, string> = {
  light: 'Light',
  grain: 'Grain',
  focus: 'Focus',
  detail: 'Detail',
  evenness: 'Evenness',
  calm: 'Calm',
  clipped: 'Clipped',
  shadows: 'Shadows',
  planes: 'Planes',
};

/** One photograph of the Plate room: seen with what was found, told in sentences. */
export function PlateEntry({ plate, known, words, isCompared, onCompare, onBegin }: PlateEntryProps) {
  const { survey, isComplete, problem } = known;
  const size = useMemo(() => ({ width: plate.width!, height: plate.height! }), [plate]);
  const lacking = useMemo(
    () => (isComplete ? whatIsLacking(survey, size, words) : null),
    [isComplete, survey, size, words],
  );
  return (
    <li
      id={`plate-${plate.sha256}`}
      className={`flex gap-4 border-b border-rule py-4 ${isCompared ? 'bg-white' : ''}`}
      data-testid="plate"
    >
      <div className="flex w-[300px] shrink-0 justify-center self-start">
        <div style={{ width: Math.min(300, (240 * size.width) / size.height) }}>
          <PlateSight plate={plate} survey={survey} words={words} />
        </div>
      </div>
      <div className="flex min-w-0 grow flex-col gap-1">
        <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
          <h2 className="truncate font-semibold">{plate.name}</h2>
          <span className="text-faint">
            {plate.width} × {plate.height} px
          </span>
        </div>
        {lacking && <p className="text-ochre">{lacking}</p>}
        {isComplete && !lacking && (
          <p className="text-verdigris">Nothing that was measured speaks against words here.</p>
        )}
        {problem && <p className="text-ochre">{problem}</p>}
        <dl className="grid grid-cols-[72px_1fr] gap-x-2">
          {surveySentences(survey).map(([name, sentence]) => (
            <div key={name} className="contents">
              <dt className="text-faint">{titles[name]}</dt>
              <dd>{sentence}</dd>
            </div>
          ))}
        </dl>
        {!isComplete && !problem && (
          <p className="text-faint" role="status">
            Being measured: {Object.keys(survey).length} of {Object.keys(titles).length}
          </p>
        )}
        <div className="mt-1 flex flex-wrap gap-2">
          <button className="strong-button" onClick={onBegin}>
            Begin a piece
          </button>
          <Link className="plain-button" to={roughsAddress(plate.sha256, words)}>
            Show roughs
          </Link>
          <button className="plain-button" aria-pressed={isCompared} onClick={onCompare}>
            {isCompared ? 'Compared' : 'Compare'}
          </button>
        </div>
      </div>
    </li>
  );
}
