import { blurSchema, grainSchema, motionSchema, plainFocus } from '../../../../core/passes/focus/schema';
import type { Lettering } from '../../../../core/piece/schema';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { BlurSentence } from './BlurSentence';
import { focusEdit } from './edits';
import { useMatch } from './matched';
import { GrainSentence, MotionSentence } from './sentences';

/** As sharp and as grainy as the photograph. */
export function Controls() {
  const { lettering } = useBench();
  if (!lettering) return <p className="text-faint">Set a word first (line 1).</p>;
  return (
    <div className="flex flex-col gap-2">
      <MatchPress lettering={lettering} />
      <Section lettering={lettering} part="blur" name="Blur">
        <BlurSentence lettering={lettering} />
      </Section>
      <Section lettering={lettering} part="motion" name="Motion">
        <MotionSentence lettering={lettering} />
      </Section>
      <Section lettering={lettering} part="grain" name="Grain">
        <GrainSentence lettering={lettering} />
      </Section>
    </div>
  );
}

/** Blur and grain taken from the photograph where the words stand. */
function MatchPress({ lettering }: { lettering: Lettering }) {
  const { mayChange } = useBench();
  const match = useMatch();
  const { blur, motion, grain } = lettering.focus;
  if (!match) return <p className="text-faint">A photograph on line 0 would tell how sharp and grainy it is.</p>;
  const { sigma, focus, isComplete } = match;
  const label = 'Match the photograph';
  return (
    <div className="flex flex-col gap-1">
      <p role="status" className={isComplete ? undefined : 'text-faint'}>
        {!isComplete
          ? 'The photograph is being measured where the words stand.'
          : `Here the photograph ${sigma === null ? 'has no hard edge that tells its focus' : `is out of focus by ${sigma.toFixed(1)} px`}${
              focus.grain ? '' : ', and no calm place that tells its grain'
            }.`}
      </p>
      <div className="flex flex-wrap gap-1">
        <button
          className="plain-button"
          disabled={!mayChange || !isComplete || (!focus.blur && !focus.grain)}
          onClick={() =>
            editing.commit(
              label,
              focusEdit(lettering)({
                ...(focus.blur && { blur: focus.blur }),
                ...(focus.grain && { grain: focus.grain }),
              }),
            )
          }
        >
          {label}
        </button>
        {(blur ?? motion ?? grain) && (
          <button
            className="quiet-button"
            disabled={!mayChange}
            onClick={() => editing.commit('Sharp and clean again', focusEdit(lettering)(plainFocus()))}
          >
            Sharp and clean again
          </button>
        )}
      </div>
    </div>
  );
}

const firsts = {
  blur: () => blurSchema.parse({}),
  motion: () => motionSchema.parse({}),
  grain: () => grainSchema.parse({}),
};

interface SectionProps {
  lettering: Lettering;
  part: keyof typeof firsts;
  name: string;
  children: React.ReactNode;
}

function Section({ lettering, part, name, children }: SectionProps) {
  const { mayChange } = useBench();
  const own = lettering.focus[part];
  const lower = name.toLowerCase();
  const set = focusEdit(lettering);
  return (
    <section className="border-t border-rule pt-2" aria-label={name}>
      <div className="flex items-center justify-between gap-2">
        <label className="flex h-7 items-center gap-2">
          <input
            type="checkbox"
            disabled={!mayChange}
            checked={own !== null}
            onChange={({ target: { checked } }) =>
              editing.commit(
                checked ? `Add ${lower}` : `Remove ${lower}`,
                set({ [part]: checked ? firsts[part]() : null }),
              )
            }
          />
          {name}
        </label>
        {own && (
          <button
            className="quiet-button"
            disabled={!mayChange}
            aria-pressed={!own.shown}
            onClick={() =>
              editing.commit(
                own.shown ? `Hide ${lower}` : `Show ${lower}`,
                set({ [part]: { ...own, shown: !own.shown } }),
              )
            }
          >
            {own.shown ? 'Hide for a look' : 'Show again'}
          </button>
        )}
      </div>
      {own && children}
    </section>
  );
}
