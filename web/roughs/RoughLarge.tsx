import { roughPicture, type RoughSummary } from '../api/roughs';
import { lockNames, lockTitles, type LockName } from './order';

interface RoughLargeProps {
  roughs: string;
  rough: RoughSummary;
  locks: readonly LockName[];
  isBusy: boolean;
  mayTake: boolean;
  onLocks(locks: LockName[]): void;
  onTake(): void;
  onLike(): void;
}

/** One rough, large, with why it is so and what can be done with it. */
export function RoughLarge({ roughs, rough, locks, isBusy, mayTake, onLocks, onTake, onLike }: RoughLargeProps) {
  const able = lockNames.filter((name) => rough.locks[name] !== null);
  return (
    <section aria-label={rough.title} className="flex min-w-0 flex-col gap-3">
      <img
        src={roughPicture(roughs, rough.id)}
        alt=""
        className="max-h-[52vh] w-full bg-mat object-contain"
        style={{ aspectRatio: `${rough.width} / ${rough.height}` }}
      />
      <div className="flex flex-wrap items-center gap-2">
        <h2 className="mr-auto font-title text-lg">{rough.title}</h2>
        <button className="plain-button" disabled={isBusy || !mayTake} onClick={onLike}>
          More like this
        </button>
        {mayTake && (
          <button className="strong-button" disabled={isBusy} onClick={onTake}>
            Take this one
          </button>
        )}
      </div>
      <ul className="flex flex-col gap-0.5">
        {rough.says.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
      <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <legend className="sr-only">What stays for the next ones</legend>
        <span className="text-faint">Stays for the next ones:</span>
        {able.map((name) => (
          <label key={name} className="flex min-h-7 items-center gap-1.5">
            <input
              type="checkbox"
              checked={locks.includes(name)}
              onChange={(event) =>
                onLocks(event.target.checked ? [...locks, name] : locks.filter((one) => one !== name))
              }
            />
            {lockTitles[name]}
          </label>
        ))}
      </fieldset>
    </section>
  );
}
