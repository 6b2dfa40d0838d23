import { useState } from 'react';
import { Sheet } from '../ui/Sheet';

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
