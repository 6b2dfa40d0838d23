import { AlignCenter, AlignLeft, AlignRight } from 'lucide-react';
import { alignments, type Words } from '../../../../core/passes/words/schema';
import { removeLettering, setWords } from '../../../../core/piece/edits/things';
import { Quantity } from '../../../ui/Quantity';
import { Tip } from '../../../ui/Tip';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { addWords } from './adding';
import { FaceChooser } from './FaceChooser';

const icons = { left: AlignLeft, centre: AlignCenter, right: AlignRight };
const alignmentNames = { left: 'Lines start at the left', centre: 'Lines are centred', right: 'Lines end at the right' };

export function Slip() {
  const bench = useBench();
  const { lettering } = bench;
  if (!lettering) {
    return (
      <button className="strong-button" onClick={() => addWords(bench, 'KILN')}>
        Set a word
      </button>
    );
  }
  return <WordsOf key={lettering.id} />;
}

function WordsOf() {
  const bench = useBench();
  const { id, words } = bench.lettering!;
  const set = (change: Partial<Words>) => setWords(id, change);
  const fraction = (name: 'leading' | 'tracking', label: string, min: number) => ({
    label,
    value: words[name],
    unit: 'em',
    digits: name === 'leading' ? 2 : 3,
    step: name === 'leading' ? 0.01 : 0.002,
    min,
    max: 5,
    onDraft: (value: number) => editing.draft(set({ [name]: value })),
    onCommit: (value: number) => editing.commit(`Set the ${name}`, set({ [name]: value })),
    onStep: (value: number) => editing.soon(`Set the ${name}`, `words-${id}`, name, set({ [name]: value })),
  });
  return (
    <div className="flex flex-col gap-3">
      <textarea
        aria-label="Words"
        className="field min-h-16 py-1"
        rows={Math.min(6, Math.max(2, words.text.split('\n').length))}
        maxLength={5000}
        spellCheck={false}
        placeholder="Type the words"
        value={words.text}
        onChange={(event) => editing.soon('Type the words', `words-${id}`, 'text', set({ text: event.target.value }))}
        onBlur={() => editing.flush()}
        onKeyDown={(event) => {
          if (!((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z')) event.stopPropagation();
          if (event.key === 'Escape') event.currentTarget.blur();
        }}
      />
      <div className="flex gap-2">
        <FaceChooser lettering={bench.lettering!} />
      </div>
      <p>
        Leading <Quantity {...fraction('leading', 'Leading', 0.1)} />, tracking <Quantity {...fraction('tracking', 'Tracking', -0.5)} />.
      </p>
      <div className="flex gap-1">
        {alignments.map((alignment) => {
          const Icon = icons[alignment];
          return (
            <Tip key={alignment} text={alignmentNames[alignment]}>
              <button className="plain-button" aria-label={alignmentNames[alignment]} aria-pressed={words.alignment === alignment} onClick={() => editing.commit('Align the lines', set({ alignment }))}>
                <Icon size={15} aria-hidden />
              </button>
            </Tip>
          );
        })}
        <span className="grow" />
        <button className="quiet-button" onClick={() => addWords(bench, 'KITE')}>
          Add words
        </button>
        <button className="quiet-button" onClick={() => editing.commit('Remove the words', removeLettering(id))}>
          Remove
        </button>
      </div>
    </div>
  );
}
