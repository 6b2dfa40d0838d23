/** How far long work has come, with what it is doing and the time left once that is known. */
export function Progress({
  done,
  stage,
  startedAt,
  onCancel,
}: {
  done: number;
  stage: string;
  startedAt: number;
  onCancel?(): void;
}) {
  const passed = (Date.now() - startedAt) / 1000;
  const left = done > 0.08 && passed > 1.5 ? Math.ceil((passed / done) * (1 - done)) : null;
  return (
    <div className="flex items-center gap-3" role="status">
      <div className="grow">
        <div className="flex justify-between">
          <span>{stage}</span>
          <span className="text-faint">
            {left !== null && left > 0 ? `about ${left} s left` : `${Math.round(done * 100)} %`}
          </span>
        </div>
        <div
          className="mt-1 h-1.5 rounded-sheet bg-rule"
          role="progressbar"
          aria-valuenow={Math.round(done * 100)}
          aria-label={stage}
        >
          <div className="h-full rounded-sheet bg-iron" style={{ width: `${Math.max(2, done * 100)}%` }} />
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
