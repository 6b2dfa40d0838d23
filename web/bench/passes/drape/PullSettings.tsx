import type { Pull } from '../../../../core/passes/drape/schema';
import { changePart } from '../../../../core/piece/edits/items';
import type { Lettering } from '../../../../core/piece/schema';
import { Choice } from '../../../ui/Choice';
import { useBench } from '../../benchContext';
import { EditedValue } from '../../EditedValue';
import { editing } from '../../editing';
import { pullEdit } from './edits';
import { Shown } from '../../Shown';

/** What was pulled about by hand: faded, kept within a region, taken back. */
export function PullSettings({ lettering }: { lettering: Lettering }) {
  const { mayChange } = useBench();
  const { pull } = lettering.drape;
  return (
    <section className="flex flex-col gap-2 border-t border-rule pt-2" aria-label="Pull">
      <h3 className="label">Pull</h3>
      {!pull || (pull.strokes.length === 0 && !pull.fence) ? (
        <p className="text-faint">Nothing is pulled about yet: the brushes above the sheet do that.</p>
      ) : (
        <>
          <Shown label="Pull is shown" isShown={pull.shown} edit={(shown) => pullEdit(lettering)({ shown })} />
          <Sentence lettering={lettering} pull={pull} />
          <button
            className="quiet-button self-start"
            disabled={!mayChange}
            onClick={() =>
              editing.commit('Calm everything that was pulled', changePart(lettering.id, 'drape', { pull: null }))
            }
          >
            Calm everything
          </button>
        </>
      )}
    </section>
  );
}

function Sentence({ lettering, pull }: { lettering: Lettering; pull: Pull }) {
  const { mayChange } = useBench();
  const set = pullEdit(lettering);
  const { strokes, strength, fence } = pull;
  return (
    <p className="leading-7">
      {strokes.length === 1 ? 'One stroke' : `${strokes.length} strokes`}, of which{' '}
      <EditedValue
        label="Strength of the pull"
        value={strength}
        factor={100}
        unit="%"
        min={0}
        max={100}
        edit={(value) => set({ strength: value })}
      />{' '}
      is seen
      {fence && (
        <>
          ; they keep{' '}
          <Choice
            label="Where strokes keep"
            inSentence
            value={fence.keeps}
            options={{ inside: 'inside', outside: 'outside' }}
            disabled={!mayChange}
            onChoose={(keeps) => editing.commit('Choose where strokes keep', set({ fence: { ...fence, keeps } }))}
          />{' '}
          the line that was drawn{' '}
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Take the line away', set({ fence: null }))}
          >
            (take it away)
          </button>
        </>
      )}
      .
    </p>
  );
}
