import type { Grade } from '../../../../core/passes/grade/schema';
import { levelsBetween } from '../../../../core/passes/grade/propose';
import type { Edit } from '../../../../core/piece/edits/edit';
import { useBench } from '../../benchContext';
import { editing } from '../../editing';
import { tonesOfReach, useTones } from './tones';

/** Below this the letters have one tone, and only their darks and lights can be matched. */
const flat = 0.01;

/** One press brings a thing's tones to those of the photographs around it. */
export function MatchPress({ grade, set }: { grade: Grade; set(change: Partial<Grade>): Edit }) {
  const { mayChange, isMeasured } = useBench();
  const tones = tonesOfReach(grade.reach, useTones());
  if (!tones) return null;
  const { own, around, darks, lights } = tones;
  return (
    <p className="flex flex-wrap gap-1">
      {grade.reach.area === 'letters' && (
        <button
          className="plain-button"
          disabled={!mayChange || !isMeasured || !darks || !lights}
          title="The letters’ black and white become the darkest and the lightest that the photograph has around them"
          onClick={() => editing.commit('Match darks and lights', set({ levels: levelsBetween(darks!, lights!) }))}
        >
          Match darks and lights
        </button>
      )}
      <button
        className="plain-button"
        disabled={!mayChange || !isMeasured || !own || !around || own.spread[0] < flat}
        title={
          own && own.spread[0] < flat
            ? 'It has one tone only: its darks and lights can be matched'
            : 'Mean and contrast of tone and colour become those of the photographs around it'
        }
        onClick={() => editing.commit('Match tone and colour', set({ match: { from: own!, to: around! } }))}
      >
        Match tone and colour
      </button>
    </p>
  );
}
