import { useMemo, useState } from 'react';
import { differencesBetween, type Difference } from '../../../core/versions/differences';
import { takeAll, takeLines } from '../../../core/versions/takeLines';
import { versionPicture } from '../../api/versions';
import { KeptText } from '../../ui/KeptText';
import { useBench } from '../benchContext';
import { editing } from '../editing';
import type { KnownVersion } from './useVersions';
import { day } from '../../ui/day';

interface CardProps {
  version: KnownVersion;
  disabled: boolean;
  onRename(name: string): void;
  onRemove(): void;
  /** It has been taken on, or a part of it. */
  onTaken(): void;
}

/** One version: its picture, what it has otherwise, and what can be done with it. */
export function VersionCard({ version, disabled, onRename, onRemove, onTaken }: CardProps) {
  const { id, piece } = useBench();
  const [asking, setAsking] = useState(false);
  const { open } = version;
  const differences = useMemo(() => (open ? differencesBetween(piece, open.piece) : null), [piece, open]);
  const isSame = differences?.length === 0;
  return (
    <li className="flex flex-col gap-2 rounded-sheet border border-rule bg-card p-2" data-version={version.name}>
      <img
        className="aspect-[3/2] w-full bg-desk object-contain"
        src={versionPicture(id, version.id)}
        alt={`The piece as it was in ${version.name}`}
        loading="lazy"
      />
      <div className="flex items-center gap-1">
        <KeptText
          label={`Name of the version ${version.name}`}
          value={version.name}
          className="field min-w-0 grow border-transparent font-semibold hover:border-rule"
          maxLength={80}
          disabled={disabled}
          keep={(name) => name !== '' && void onRename(name)}
        />
        <span className="whitespace-nowrap text-faint">{day(version.createdAt)}</span>
      </div>
      {differences === null && <p className="text-faint">Comparing</p>}
      {isSame && <p className="text-verdigris">The piece as it is now.</p>}
      {!isSame && differences && (
        <Differences version={version} differences={differences} disabled={disabled} onTaken={onTaken} />
      )}
      {asking ? (
        <p className="flex flex-wrap items-center gap-1">
          <span>Remove for good?</span>
          <button className="plain-button" disabled={disabled} onClick={onRemove}>
            Remove
          </button>
          <button className="quiet-button" onClick={() => setAsking(false)}>
            Keep
          </button>
        </p>
      ) : (
        <div className="flex flex-wrap gap-1">
          <button
            className="plain-button"
            disabled={disabled || !open || isSame}
            onClick={() => {
              if (editing.commit(`Take on ${version.name}`, takeAll(open!.piece))) onTaken();
            }}
          >
            Take on
          </button>
          <button className="quiet-button" disabled={disabled} onClick={() => setAsking(true)}>
            Remove
          </button>
        </div>
      )}
    </li>
  );
}

interface DifferencesProps {
  version: KnownVersion;
  differences: readonly Difference[];
  disabled: boolean;
  onTaken(): void;
}

/** What the version has otherwise, line by line; single lines can be taken into the present piece. */
function Differences({ version, differences, disabled, onTaken }: DifferencesProps) {
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const toggle = (line: number): void => {
    const next = new Set(chosen);
    if (!next.delete(line)) next.add(line);
    setChosen(next);
  };
  const names = differences.filter(({ line }) => chosen.has(line)).map(({ title }) => title.toLowerCase());
  return (
    <>
      <ul className="flex flex-col gap-1" aria-label={`What ${version.name} has otherwise`}>
        {differences.map(({ line, title, says }) => (
          <li key={line}>
            <label className="flex items-start gap-2">
              <input
                type="checkbox"
                className="mt-1 accent-iron"
                checked={chosen.has(line)}
                disabled={disabled}
                aria-label={`Take ${title.toLowerCase()} of ${version.name}`}
                onChange={() => toggle(line)}
              />
              <span className="min-w-0 break-words">
                <b>
                  {line} {title}
                </b>{' '}
                <span className="text-faint">
                  {says.slice(0, 3).join('; ')}
                  {says.length > 3 && `; ${says.length - 3} more`}
                </span>
              </span>
            </label>
          </li>
        ))}
      </ul>
      {chosen.size > 0 && (
        <button
          className="plain-button self-start"
          disabled={disabled}
          onClick={() => {
            if (editing.commit(`Take ${names.join(', ')} of ${version.name}`, takeLines(version.open!, [...chosen])))
              onTaken();
          }}
        >
          Take only {names.join(', ')}
        </button>
      )}
    </>
  );
}
