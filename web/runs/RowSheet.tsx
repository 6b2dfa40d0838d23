import { rowPicture, type Run, type RunRow } from '../api/runs';
import { RowPictures } from './RowPictures';
import { tones, weightNames } from './says';

interface RowSheetProps {
  run: Run;
  row: RunRow | null;
  /** In the order of the table, from 1. */
  number: number;
  onApprove(approved: boolean): void;
  onRemove(): void;
  /** Opens the row's own piece; takes back what was done to it there. */
  onBench(): void;
  onPlain(): void;
  /** Other ways to set the row's words into its photograph. */
  onRoughs(): void;
  onNext(by: 1 | -1): void;
  say(problem: string): void;
}

/** The row that is looked at: its picture, and what there is to say of it. */
export function RowSheet({
  run,
  row,
  number,
  onApprove,
  onRemove,
  onBench,
  onPlain,
  onRoughs,
  onNext,
  say,
}: RowSheetProps) {
  const slotNames = new Map(run.settings.slots.map(({ id, name }) => [id, `${name}.`]));
  if (!row)
    return (
      <aside className="w-[292px] shrink-0 border-l border-rule bg-card p-4 text-faint max-[900px]:w-full">
        Choose a row to look at it.
      </aside>
    );
  return (
    <aside
      aria-label={`Row ${number}`}
      className="flex w-[292px] shrink-0 flex-col gap-3 overflow-y-auto border-l border-rule bg-card p-4 max-[900px]:w-full max-[900px]:overflow-visible"
    >
      <div className="flex items-center gap-2">
        <h2 className="grow font-title text-base">
          Row {number}
          {row.byHand && <span className="ml-2 font-sans text-xs text-ochre">by hand</span>}
        </h2>
        <button className="quiet-button" onClick={() => onNext(-1)}>
          Before
        </button>
        <button className="quiet-button" onClick={() => onNext(1)}>
          Next
        </button>
      </div>
      {row.solvedFor ? (
        <img
          src={rowPicture(run.id, row)}
          alt={`Row ${number} as it will be`}
          className={`w-full border border-rule bg-mat ${row.isFresh ? '' : 'opacity-50'}`}
        />
      ) : (
        <p className="border border-rule bg-desk p-6 text-center text-faint">Not drawn yet</p>
      )}
      {!row.isFresh && <p className="text-faint">It is being solved again.</p>}
      {row.isFresh && row.flags.length === 0 && <p className="text-verdigris">Clean: nothing to look at.</p>}
      <ul className="flex flex-col gap-1">
        {row.flags.map(({ weight, slot, says }, i) => (
          <li key={i}>
            <span className={`font-semibold ${tones[weight]}`}>{weightNames[weight]}</span> {slotNames.get(slot ?? '')}{' '}
            {says}
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap gap-2">
        <button
          className="strong-button"
          disabled={!row.isFresh && !row.approved}
          onClick={() => onApprove(!row.approved)}
        >
          {row.approved ? 'Take back the approval' : 'Approve'}
        </button>
        <button className="plain-button" title="What is done there is done to this row alone" onClick={onBench}>
          Work at it by hand
        </button>
        {row.byHand && (
          <button className="plain-button" onClick={onPlain}>
            Take back what was done by hand
          </button>
        )}
        <button
          className="plain-button"
          title="Other ways to set these words into this photograph; each opens as a piece of its own"
          onClick={onRoughs}
        >
          Show roughs
        </button>
        {row.isFresh && (
          <a
            className="plain-button"
            title="As large as a customer must see it: 1200 px"
            href={`/api/runs/${run.id}/rows/${row.id}/proof`}
            target="_blank"
            rel="noreferrer"
          >
            Proof
          </a>
        )}
        <button className="plain-button" onClick={onRemove}>
          Remove the row
        </button>
      </div>
      <RowPictures key={row.id} run={run.id} row={row} say={say} />
      {row.file && (
        <a className="quiet-button self-start" href={`/api/runs/${run.id}/rows/${row.id}/file`} download>
          {row.file}
        </a>
      )}
    </aside>
  );
}
