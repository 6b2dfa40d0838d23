import { useState } from 'react';
import type { RunRow } from '../api/runs';
import { Sheet } from '../ui/Sheet';
import { rowsIn } from './says';
import type { WhereTo } from './useIntake';

interface BringTableProps {
  open: boolean;
  hasRows: boolean;
  onClose(): void;
  onText(text: string, added: boolean): void;
}

/** A table that is pasted or typed. */
export function BringTable({ open, hasRows, onClose, onText }: BringTableProps) {
  const [text, setText] = useState('');
  const bring = (added: boolean): void => {
    onText(text, added);
    setText('');
    onClose();
  };
  return (
    <Sheet
      title="Paste a table"
      note="Copied from a spreadsheet, or values parted by commas. The first line names the columns."
      open={open}
      onClose={onClose}
      wide
    >
      <textarea
        className="field h-56 w-full py-1 font-mono"
        aria-label="Table"
        spellCheck={false}
        value={text}
        placeholder={'Name\tPicture\nAda Lovelace\tada.jpg'}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="mt-3 flex justify-end gap-2">
        {hasRows && (
          <button className="plain-button" disabled={text.trim() === ''} onClick={() => bring(true)}>
            Add below the rows there are
          </button>
        )}
        <button className="strong-button" disabled={text.trim() === ''} onClick={() => bring(false)}>
          {hasRows ? 'Put in place of the rows' : 'Bring these rows'}
        </button>
      </div>
    </Sheet>
  );
}

interface WhereToProps {
  /** What waits; null: nothing is asked. */
  files: readonly File[] | null;
  rows: readonly RunRow[];
  onAnswer(where: WhereTo): void;
}

/** A table has come while there are rows: where its rows belong. */
export function AskWhereTo({ files, rows, onAnswer }: WhereToProps) {
  const approved = rows.filter(({ approved: is }) => is).length;
  const byHand = rows.filter((row) => row.byHand).length;
  const lost = [approved > 0 && `${approved} approved`, byHand > 0 && `${byHand} worked at by hand`].filter(
    (one) => one !== false,
  );
  return (
    <Sheet
      title="There are rows already"
      note={`${rowsIn(rows.length)}${lost.length > 0 ? `, of them ${lost.join(' and ')}` : ''}. Where do those of ${files?.map(({ name }) => name).join(', ')} belong?`}
      open={files !== null}
      onClose={() => onAnswer('nowhere')}
    >
      <div className="flex flex-wrap justify-end gap-2">
        <button className="plain-button" onClick={() => onAnswer('nowhere')}>
          Leave all as it is
        </button>
        <button className="plain-button" onClick={() => onAnswer('instead')}>
          In place of the {rowsIn(rows.length)}
        </button>
        <button className="strong-button" onClick={() => onAnswer('below')}>
          Below them
        </button>
      </div>
    </Sheet>
  );
}
