import { setWords } from '../../../../core/piece/edits/things';
import { Quantity } from '../../../ui/Quantity';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';

export function Summary() {
  const { piece, lettering, mayChange } = useBench();
  if (!lettering) return <span className="text-faint">No words yet. Open this line and type on the sheet.</span>;
  const { words, id } = lettering;
  const size = (value: number) => setWords(id, { size: value });
  const shown = words.text.replace(/\n/g, ' / ');
  return (
    <span>
      <b>{shown === '' ? 'No letters' : shown.length > 24 ? `${shown.slice(0, 23)}…` : shown}</b> in {piece.assets[words.face]?.name},{' '}
      <Quantity
        label="Letter size"
        value={words.size}
        unit="px"
        min={1}
        max={20000}
        step={2}
        disabled={!mayChange}
        onDraft={(value) => editing.draft(size(value))}
        onCommit={(value) => editing.commit('Set the letter size', size(value))}
        onStep={(value) => editing.soon('Set the letter size', `words-${id}`, 'size', size(value))}
      />
      , {words.alignment === 'centre' ? 'centred' : `set ${words.alignment}`}.
    </span>
  );
}

export function HandTools() {
  const { lettering } = useBench();
  return <span className="text-faint">{lettering ? 'Click in the words and type. Enter begins a new line, Escape ends.' : 'Click on the sheet where the word shall stand, and type.'}</span>;
}
