import { Keyboard, Redo2, Undo2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { inAddress } from '../../../core/type/wellFormed';
import { rename } from '../../../core/piece/edits/items';
import { useAppSelector } from '../../store';
import { KeptText } from '../../ui/KeptText';
import { Tip } from '../../ui/Tip';
import { useBench } from '../benchContext';
import type { Saving } from '../benchState';
import { editing } from '../editing';
import { BeforeAfter } from './BeforeAfter';
import { SizeChoice } from '../sizes/SizeChoice';
import { VersionsSheet } from '../versions/VersionsSheet';
import { ExportSheet } from '../exporting/ExportSheet';

/** The run whose row a piece is; null where it is a piece of its own. */
const runOfRow = (id: string): string | null => /^row-(.+)-\d+$/.exec(id)?.[1] ?? null;

export function TopStrip({ onKeys, isDrawing }: { onKeys(): void; isDrawing: boolean }) {
  const { id, piece, size, mayChange } = useBench();
  const { history, historyAt, saving } = useAppSelector(({ bench }) => bench);
  const [exporting, setExporting] = useState(false);
  const [comparing, setComparing] = useState(false);
  const run = runOfRow(id);
  const last = historyAt > 0 ? history[historyAt - 1] : null;
  return (
    <header className="flex min-h-11 shrink-0 flex-wrap items-center gap-x-2 gap-y-1 border-b border-rule bg-card px-3 py-1">
      <h1 className="sr-only">{piece.name}</h1>
      <Link to="/" className="font-title text-base text-iron" title="Back to the Shelf">
        Inky Veil
      </Link>
      {run ? (
        <Link to={`/runs/${run}`} className="quiet-button" title="What is done here is done to this row alone">
          Back to the run
        </Link>
      ) : (
        <span className="text-faint" aria-hidden>
          /
        </span>
      )}
      <KeptText
        label="Name of the piece"
        value={piece.name}
        className="w-48 rounded-sheet border border-transparent max-[900px]:w-32 bg-transparent px-1 py-0.5 font-semibold hover:border-rule focus:bg-white"
        maxLength={200}
        disabled={!mayChange}
        keep={(name) => name !== '' && editing.commit('Rename the piece', rename(name))}
      />
      <Tip text={last ? `Undo “${last}”: Ctrl+Z` : 'Nothing to undo'}>
        <button
          className="quiet-button"
          aria-label="Undo"
          disabled={!last || !mayChange}
          onClick={() => void editing.step('undo')}
        >
          <Undo2 size={15} aria-hidden />
        </button>
      </Tip>
      <Tip text={historyAt < history.length ? `Redo “${history[historyAt]}”: Ctrl+Shift+Z` : 'Nothing to redo'}>
        <button
          className="quiet-button"
          aria-label="Redo"
          disabled={historyAt >= history.length || !mayChange}
          onClick={() => void editing.step('redo')}
        >
          <Redo2 size={15} aria-hidden />
        </button>
      </Tip>
      <span className="min-w-0 truncate text-faint" aria-live="polite">
        {last ?? 'Nothing done yet'}
      </span>
      <span className="grow" />
      <DrawingNote isDrawing={isDrawing} />
      <SavingNote saving={saving} />
      <Tip text="Help and keys: ?">
        <button className="quiet-button" aria-label="Help and keys" onClick={onKeys}>
          <Keyboard size={15} aria-hidden />
        </button>
      </Tip>
      <BeforeAfter />
      <SizeChoice />
      <button className="plain-button" onClick={() => setComparing(true)}>
        Versions
      </button>
      <Link className="plain-button" to={`/piece/${id}/proof${size ? `?size=${inAddress(size.id)}` : ''}`}>
        Proof
      </Link>
      <button className="strong-button" onClick={() => setExporting(true)}>
        Export
      </button>
      {comparing && <VersionsSheet onClose={() => setComparing(false)} />}
      {exporting && <ExportSheet onClose={() => setExporting(false)} />}
    </header>
  );
}

/** What comes at once need not be told, ms. */
const tellAfter = 250;

/** While a part of the picture is still to come. */
function DrawingNote({ isDrawing }: { isDrawing: boolean }) {
  const [told, setTold] = useState(false);
  useEffect(() => {
    if (!isDrawing) return setTold(false);
    const timer = window.setTimeout(() => setTold(true), tellAfter);
    return () => window.clearTimeout(timer);
  }, [isDrawing]);
  return told ? <span className="text-faint">Drawing</span> : null;
}

const clock = (at: number): string =>
  new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', second: '2-digit' });

function SavingNote({ saving }: { saving: Saving }) {
  if (saving.state === 'saved')
    return (
      <span className="whitespace-nowrap text-faint" data-testid="saved">
        {saving.at > 0 && `Saved ${clock(saving.at)}`}
      </span>
    );
  if (saving.state === 'saving') return <span className="text-faint">Saving</span>;
  return (
    <span role="alert" className="truncate font-semibold text-iron" title={saving.message}>
      {saving.state === 'waiting' ? `Not saved yet. ${saving.message} Trying again.` : `Not saved. ${saving.message}`}
    </span>
  );
}
