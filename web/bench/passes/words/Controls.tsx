import { changePart, removeItem } from '../../../../core/piece/edits/items';
import { AlignCenter, AlignLeft, AlignRight, CaseUpper } from 'lucide-react';
import { useEffect } from 'react';
import { alignments } from '../../../../core/passes/words/alignment';
import type { Words } from '../../../../core/passes/words/schema';
import { becomeShape, outlineOfLetters } from '../../../../core/piece/edits/shapes';
import type { Shape } from '../../../../core/shape/shapes';
import { store } from '../../../store';
import { looked } from '../../benchState';
import { setLeading } from '../../../../core/piece/edits/letterings';
import { familyOf, loadFace } from '../../../api/faces';
import { drawingKinds } from '../../../api/pictureKinds';
import { FileButton } from '../../../ui/FileButton';
import { Tip } from '../../../ui/Tip';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { EditedValue } from '../../EditedValue';
import { addOutline, addShape, addWords } from './adding';
import { FaceChooser } from './FaceChooser';
import { FaceSettings } from './FaceSettings';
import { LetterSettings } from './LetterSettings';
import { LockupSettings } from './LockupSettings';
import { firstShape, ShapeSettings } from './ShapeSettings';
import { SpacingButtons } from './SpacingButtons';
import { saveOutlines } from './saveOutlines';
import { steadily } from '../../../../core/piece/edits/steady';
import { changedWords } from './wordsEdit';

const icons = { left: AlignLeft, centre: AlignCenter, right: AlignRight };
const alignmentNames = {
  left: 'Lines start at the left',
  centre: 'Lines are centred',
  right: 'Lines end at the right',
};

export function Controls() {
  const bench = useBench();
  const { lettering } = bench;
  return (
    <div className="flex flex-col gap-3">
      {lettering && (lettering.words.shape ? <ShapeSettings /> : <WordsOf key={lettering.id} />)}
      {lettering && <Becoming />}
      <Adding />
    </div>
  );
}

function WordsOf() {
  const bench = useBench();
  const lettering = bench.lettering!;
  const { id, words } = lettering;
  const set = (change: Partial<Words>) => steadily(id, changePart(id, 'words', change), bench.lettersOf);
  const lineCount = words.text.split('\n').length;
  const fontFamily = useReadableFont();
  const leadingMatters = words.lockup.kind !== 'one-width';
  return (
    <>
      <textarea
        aria-label="Words"
        dir="auto"
        className="field min-h-16 py-1"
        style={{ fontFamily }}
        rows={Math.min(6, Math.max(2, lineCount))}
        maxLength={5000}
        spellCheck={false}
        placeholder="Type the words"
        value={words.text}
        onChange={(event) =>
          editing.soon(
            'Type the words',
            `words-${id}`,
            'text',
            changedWords(bench, lettering, { text: event.target.value }),
          )
        }
        onBlur={() => editing.flush()}
        onKeyDown={(event) => {
          if (!((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z')) event.stopPropagation();
          if (event.key === 'Escape') event.currentTarget.blur();
        }}
      />
      <div className="flex gap-2">
        <FaceChooser lettering={lettering} />
      </div>
      <FaceSettings />
      <div className="flex gap-1">
        {alignments.map((alignment) => {
          const Icon = icons[alignment];
          return (
            <Tip key={alignment} text={alignmentNames[alignment]}>
              <button
                className="plain-button"
                aria-label={alignmentNames[alignment]}
                aria-pressed={words.alignment === alignment}
                onClick={() => editing.commit('Align the lines', set({ alignment }))}
              >
                <Icon size={15} aria-hidden />
              </button>
            </Tip>
          );
        })}
        <Tip text="Show in capitals; what is typed stays as it is">
          <button
            className="plain-button"
            aria-label="Capitals"
            aria-pressed={words.upperCase}
            onClick={() => editing.commit('Capitals', changedWords(bench, lettering, { upperCase: !words.upperCase }))}
          >
            <CaseUpper size={15} aria-hidden />
          </button>
        </Tip>
      </div>
      <LockupSettings />
      <p className="leading-6">
        {leadingMatters && (
          <>
            Leading{' '}
            <EditedValue
              label="Leading"
              value={words.leading}
              unit="em"
              digits={2}
              step={0.01}
              min={0.1}
              max={5}
              edit={(leading) => set({ leading })}
            />
            ,{' '}
          </>
        )}
        {leadingMatters ? 'tracking' : 'Tracking'}{' '}
        <EditedValue
          label="Tracking"
          value={words.tracking}
          unit="em"
          digits={3}
          step={0.002}
          min={-0.5}
          max={5}
          edit={(tracking) => set({ tracking })}
        />
        .{leadingMatters && lineCount > 1 && <LineLeadings count={lineCount} />}
      </p>
      <SpacingButtons />
      <LetterSettings />
    </>
  );
}

/**
 * The interface's font, and behind it the faces that help the words out: what is typed can be read in the ticket too.
 */
function useReadableFont(): string {
  const { piece, lettering } = useBench();
  const helpers = lettering!.words.fallbacks.flatMap((key) => piece.assets[key]?.sha256 ?? []);
  const all = helpers.join();
  useEffect(() => {
    for (const sha256 of all.split(',').filter(Boolean)) loadFace({ sha256 }).catch(() => undefined);
  }, [all]);
  return ["'Instrument Sans Variable'", ...helpers.map((sha256) => `'${familyOf({ sha256 })}'`), 'sans-serif'].join(
    ', ',
  );
}

/** The leading above single lines. */
function LineLeadings({ count }: { count: number }) {
  const { id, words } = useBench().lettering!;
  return (
    <>
      {' '}
      Above line{' '}
      {Array.from({ length: Math.min(count - 1, 8) }, (_, i) => (
        <span key={i}>
          {i > 0 && ', '}
          {i + 2}:{' '}
          <EditedValue
            label={`Leading above line ${i + 2}`}
            value={words.leadings[i + 1] ?? words.leading}
            unit="em"
            digits={2}
            step={0.01}
            min={-1}
            max={10}
            edit={(leading) => setLeading(id, i + 1, leading)}
          />
        </span>
      ))}
      {words.leadings.length > 0 && (
        <button
          className="quiet-button"
          onClick={() => editing.commit('One leading for all lines', changePart(id, 'words', { leadings: [] }))}
        >
          all alike
        </button>
      )}
    </>
  );
}

/** Words become a shape, or a shape words again; their ink, outlines, panel and place stay. */
function Becoming() {
  const { lettering, letters, lettersOf, mayChange } = useBench();
  const { id, words } = lettering!;
  const become = (label: string, shape: Shape | null): void =>
    void editing.commit(label, becomeShape(id, shape, lettersOf));
  if (words.shape)
    return words.text === '' ? null : (
      <button
        className="quiet-button self-start"
        disabled={!mayChange}
        onClick={() => become('Back to the words', null)}
      >
        Back to the words “{words.text.split('\n')[0].slice(0, 20)}”
      </button>
    );
  const asOutline = (): void => {
    const outline = outlineOfLetters(lettering!, lettersOf);
    if (outline) become('The letters as one outline', outline);
    else store.dispatch(looked({ problem: 'These letters are too many or too fine to be one outline.' }));
  };
  return (
    <div className="flex flex-wrap gap-1">
      <button
        className="quiet-button"
        disabled={!mayChange || !letters?.ink}
        onClick={() => become('A shape in place of the words', firstShape)}
      >
        Make it a shape
      </button>
      <button className="quiet-button" disabled={!mayChange || !letters?.ink} onClick={asOutline}>
        Make the letters one outline
      </button>
    </div>
  );
}

/** Further letterings and shapes, and what can be done with the whole one. */
function Adding() {
  const bench = useBench();
  const { lettering, letters } = bench;
  return (
    <div className="flex flex-wrap gap-1 border-t border-rule pt-2">
      <button
        className={lettering ? 'plain-button' : 'strong-button'}
        onClick={() => addWords(bench, lettering ? 'KITE' : 'KILN')}
      >
        {lettering ? 'Add words' : 'Set a word'}
      </button>
      <button className="plain-button" onClick={() => addShape(bench, firstShape, 'Shape')}>
        Add a shape
      </button>
      <FileButton
        label="Drawing to take an outline from"
        accept={drawingKinds}
        onFiles={([file]) => void addOutline(bench, file)}
      >
        Outline from a file
      </FileButton>
      {lettering && (
        <>
          <button className="quiet-button" disabled={!letters?.ink} onClick={() => saveOutlines(bench)}>
            Save outlines as SVG
          </button>
          <button
            className="quiet-button"
            onClick={() =>
              editing.commit(lettering.words.shape ? 'Remove the shape' : 'Remove the words', removeItem(lettering.id))
            }
          >
            Remove
          </button>
        </>
      )}
    </div>
  );
}
