import { PieceColour } from '../../coats/PieceColour';
import type { Words } from '../../../../core/passes/words/schema';
import { plainLetter, type LetterSetting } from '../../../../core/passes/words/letterSettings';
import { clearLetters, setLetters } from '../../../../core/piece/edits/letterings';
import { useAppSelector } from '../../../store';
import { useBench } from '../../benchContext';
import { inkColour } from '../../inkColour';
import { editing } from '../../editing';
import { Governs } from '../../governs/Governs';
import { EditedValue } from '../../EditedValue';
import { chosenLetters, pairAt, settingAt } from './letterChoice';

type Numbers = Exclude<keyof typeof plainLetter, 'colour'>;

/** What is set by hand: the gap at the caret, or the chosen letters. */
export function LetterSettings() {
  const { lettering, letters } = useBench();
  const selection = useAppSelector(({ bench }) => bench.selection);
  if (!letters || !selection)
    return (
      <p className="text-faint">
        Choose letters on the sheet to set them one by one. <Reset />
      </p>
    );
  const chosen = chosenLetters(letters, selection);
  if (chosen.length > 0) return <ChosenLetters chosen={chosen} />;
  const pair = pairAt(letters, selection[0]);
  return pair ? (
    <Kerning words={lettering!.words} pair={pair} />
  ) : (
    <p className="text-faint">
      Put the caret between two letters to kern them, or choose letters. <Reset />
    </p>
  );
}

/** Brings all letters back; nothing where none is set by hand. */
function Reset() {
  const { lettering, mayChange } = useBench();
  const { id, words } = lettering!;
  if (words.letters.length === 0) return null;
  return (
    <button
      className="quiet-button"
      disabled={!mayChange}
      onClick={() => editing.commit('Reset all letters', clearLetters(id))}
    >
      Reset all letters
    </button>
  );
}

/** The gap at the caret. */
function Kerning({ words, pair }: { words: Words; pair: { left: number; right: number } }) {
  const { id } = useBench().lettering!;
  const { space } = settingAt(words, pair.left);
  return (
    <p>
      Between <b>{words.text[pair.left]}</b> and <b>{words.text[pair.right]}</b>:{' '}
      <EditedValue
        label="Kern"
        undoLabel="Kern by hand"
        value={space}
        unit="em"
        digits={3}
        step={0.002}
        min={-2}
        max={5}
        edit={(value) => setLetters(id, [pair.left], () => ({ space: value }))}
      />{' '}
      added. Alt with , . ; ’ on the sheet does it too. <Reset />
    </p>
  );
}

/** The letters that are chosen on the sheet. */
function ChosenLetters({ chosen }: { chosen: number[] }) {
  const { lettering, mayChange } = useBench();
  const { id, words } = lettering!;
  const first = settingAt(words, chosen[0]);
  const value = (
    name: Numbers,
    label: string,
    unit: string,
    digits: number,
    step: number,
    limits: [number, number],
    factor = 1,
  ) => (
    <EditedValue
      label={label}
      undoLabel={`${label} of single letters`}
      value={first[name]}
      unit={unit}
      digits={digits}
      step={step}
      min={limits[0] * factor}
      max={limits[1] * factor}
      factor={factor}
      edit={(next) => setLetters(id, chosen, () => ({ [name]: next }) as Partial<LetterSetting>)}
    />
  );
  const normal = chosen.every((at) => !words.letters.some((letter) => letter.at === at));
  return (
    <Governs what={{ kind: 'letters', id, at: chosen }}>
      <div className="flex flex-col gap-1">
        <p className="leading-6">
          <b>
            {chosen
              .map((at) => words.text[at])
              .join('')
              .slice(0, 20)}
          </b>
          : moved {value('x', 'Moved right', 'em', 3, 0.005, [-20, 20])},{' '}
          {value('y', 'Moved down', 'em', 3, 0.005, [-20, 20])}, scaled{' '}
          {value('scale', 'Scale of the letters', '%', 0, 1, [0.05, 20], 100)}, turned{' '}
          {value('rotation', 'Turn of the letters', '°', 1, 0.5, [-360, 360])}, raised{' '}
          {value('rise', 'Baseline shift', 'em', 3, 0.005, [-5, 5])}, spaced{' '}
          {value('space', 'Tracking of the letters', 'em', 3, 0.002, [-2, 5])}.
        </p>
        <div className="flex flex-wrap items-center gap-2">
          <LetterColour chosen={chosen} first={first} />
          <button
            className="plain-button"
            disabled={!mayChange || normal}
            onClick={() => editing.commit('Reset letters', clearLetters(id, chosen))}
          >
            Reset
          </button>
          <Reset />
        </div>
      </div>
    </Governs>
  );
}

/** A colour of their own, or the ink's. */
function LetterColour({ chosen, first }: { chosen: number[]; first: LetterSetting }) {
  const { lettering } = useBench();
  const { id } = lettering!;
  return (
    <>
      <label className="flex items-center gap-1.5">
        <PieceColour
          label="Colour of the letters"
          colour={first.colour ?? inkColour(lettering!)}
          small
          undoLabel="Colour single letters"
          editKey={`letters-${id}`}
          edit={(colour) => setLetters(id, chosen, () => ({ colour }))}
        />
        {first.colour ? 'a colour of their own' : 'the ink’s colour'}
      </label>
      {first.colour && (
        <button
          className="quiet-button"
          onClick={() =>
            editing.commit(
              'Use the ink’s colour',
              setLetters(id, chosen, () => ({ colour: null })),
            )
          }
        >
          Ink’s colour
        </button>
      )}
    </>
  );
}
