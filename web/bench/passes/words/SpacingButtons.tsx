import { changePart } from '../../../../core/piece/edits/items';
import { setLines } from '../../../../core/passes/words/render';
import { evenSpaces, gapsOf, tightestLeadings } from '../../../../core/passes/words/spacing';
import { setLetters } from '../../../../core/piece/edits/letterings';
import type { Edit } from '../../../../core/piece/edits/edit';
import { rounded } from '../../../../core/shape/rounding';
import { Tip } from '../../../ui/Tip';
import { flatLetters, useBench, type Bench } from '../../benchContext';
import { editing } from '../../editing';

/** All gaps of a line brought to the same white. */
function spacedEvenly({ lettering, materials }: Bench): Edit {
  const { id, words } = lettering!;
  const { lines, measure } = setLines(words, materials!);
  const added = evenSpaces(gapsOf(lines, measure, words.text), measure.capHeight);
  return (piece) => {
    for (const [at, px] of added)
      setLetters(id, [at], ({ space }) => ({ space: rounded(space + px / words.size, 4) }))(piece);
  };
}

/** Every line brought up to the one above until their ink meets. */
function broughtTogether({ lettering, materials, lettersOf }: Bench): Edit {
  const { id, words } = lettering!;
  const { measure } = setLines(words, materials!);
  // Measured before any bend, in the lettering's own plane.
  const flat = flatLetters(lettersOf, lettering!)!;
  const tightest = tightestLeadings(flat, words.text.split('\n').length, measure.leadingOf);
  return changePart(id, 'words', {
    leadings: tightest.map((px) => (px === null ? null : Math.min(10, Math.max(-1, rounded(px / words.size, 4))))),
  });
}

export function SpacingButtons() {
  const bench = useBench();
  const { lettering, letters, mayChange } = bench;
  const { words } = lettering!;
  const ready = mayChange && !!letters?.ink;
  return (
    <div className="flex flex-wrap gap-1">
      <Tip text="Measures the white between neighbours and makes it equal in each line">
        <button
          className="plain-button"
          disabled={!ready}
          onClick={() => editing.commit('Space the letters evenly', spacedEvenly(bench))}
        >
          Space evenly
        </button>
      </Tip>
      {(words.lockup.kind === 'lines' || words.lockup.kind === 'justified') && words.text.includes('\n') && (
        <Tip text="Brings each line up until its ink meets the line above">
          <button
            className="plain-button"
            disabled={!ready}
            onClick={() => editing.commit('Lines as close as the letters allow', broughtTogether(bench))}
          >
            Lines as close as can be
          </button>
        </Tip>
      )}
    </div>
  );
}
