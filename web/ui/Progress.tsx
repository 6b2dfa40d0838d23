import { useEffect, useState } from 'react';

/** Seconds since a time, told anew each second. */
export function useSecondsSince(time: number): number {
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = window.setInterval(() => setNow(Date.now()), 1000);
    return () => window.clearInterval(timer);
  }, []);
  return Math.max(0, now - time) / 1000;
}

/**
 * How far long work has come, with what it is doing and the time left once that is known. @param done 0..1; null where
 * nobody knows, which shows that it goes on and how long it has
 */
export function Progress({
  done,
  stage,
  startedAt,
  onCancel,
}: {
  done: number | null;
  stage: string;
  startedAt: number;
  onCancel?(): void;
}) {
  const passed = useSecondsSince(startedAt);
  const left = done !== null && done > 0.08 && passed > 1.5 ? Math.ceil((passed / done) * (1 - done)) : null;
  return (
    <div className="flex items-center gap-3" role="status">
      <div className="grow">
        <div className="flex justify-between">
          <span>{stage}</span>
          <span className="text-faint">
            {done === null && (passed >= 2 ? `${Math.floor(passed)} s` : '')}
            {done !== null && (left !== null && left > 0 ? `about ${left} s left` : `${Math.round(done * 100)} %`)}
          </span>
        </div>
        <div
          className="mt-1 h-1.5 rounded-sheet bg-rule"
          role="progressbar"
          aria-valuenow={done === null ? undefined : Math.round(done * 100)}
          aria-label={stage}
        >
          {done === null ? (
            <div className="going-on h-full rounded-sheet" />
          ) : (
            <div className="h-full rounded-sheet bg-iron" style={{ width: `${Math.max(2, done * 100)}%` }} />
          )}
        </div>
      </div>
      {onCancel && (
        <button className="plain-button" onClick={onCancel}>
          Cancel
        </button>
      )}
    </div>
  );
}
