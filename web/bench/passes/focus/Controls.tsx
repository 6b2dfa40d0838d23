import { blurSchema, grainSchema, motionSchema, plainFocus } from '../../../../core/passes/focus/schema';
import type { Lettering } from '../../../../core/piece/schema';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { BlurSentence } from './BlurSentence';
import { OptionalPart } from '../../OptionalPart';
import { focusEdit, partEdit } from './edits';
import { useAppDispatch } from '../../../store';
import { looked } from '../../benchState';
import { openEye } from '../../view/eyeChoice';
import { useMatch } from './matched';
import { GrainSentence, MotionSentence } from './sentences';

/** What can be done to letters here, how each begins, and its sentence. */
const parts = {
  blur: { name: 'Blur', first: () => blurSchema.parse({}), Sentence: BlurSentence },
  motion: { name: 'Motion', first: () => motionSchema.parse({}), Sentence: MotionSentence },
  grain: { name: 'Grain', first: () => grainSchema.parse({}), Sentence: GrainSentence },
};

/** As sharp and as grainy as the photograph. */
export function Controls() {
  const { lettering } = useBench();
  if (!lettering) return <p className="text-faint">Set a word first (line 1).</p>;
  return (
    <div className="flex flex-col gap-2">
      <MatchPress lettering={lettering} />
      {(Object.keys(parts) as (keyof typeof parts)[]).map((kind) => {
        const { name, first, Sentence } = parts[kind];
        return (
          <div key={kind} className="border-t border-rule pt-2">
            <OptionalPart
              name={name}
              part={lettering.focus[kind]}
              switched={(isOn) => focusEdit(lettering)({ [kind]: isOn ? first() : null })}
              hidden={(shown) => partEdit(lettering, kind)({ shown })}
            >
              <Sentence lettering={lettering} />
            </OptionalPart>
          </div>
        );
      })}
    </div>
  );
}

/** Blur and grain taken from the photograph where the words stand. */
function MatchPress({ lettering }: { lettering: Lettering }) {
  const { mayChange } = useBench();
  const dispatch = useAppDispatch();
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
        <button
          className="plain-button"
          disabled={!mayChange || !isComplete}
          title="Point at what is as far off as the words shall be: they get its focus"
          onClick={() =>
            openEye('The focus of a place', (_, at) => {
              const found = match.blurAt(at);
              if (found) void editing.commit('Focus of a place', focusEdit(lettering)({ blur: found }));
              else dispatch(looked({ problem: 'The photograph does not tell how sharp it is there.' }));
            })
          }
        >
          Point at a place
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
