import { focusUnder } from '../../../../core/passes/focus/besideWall';
import type { MeasuredFocus } from '../../../../core/passes/focus/gauge';
import {
  focusAlong,
  focusAtPlace,
  proposeBlur,
  proposeGrain,
  type FocusAlong,
} from '../../../../core/passes/focus/propose';
import { grainBelow } from '../../../../core/render/matched';
import type { Point } from '../../../../core/shape/affine';
import type { Blur, LetterFocus } from '../../../../core/passes/focus/schema';
import { useSurvey } from '../../../api/surveys';
import { useBench, type Bench } from '../../benchContext';
import { useFarthestPlate } from '../../farthestPlate';

/** Grain of the chosen words and around them; null until it is measured. */
export const measuredFocus = ({ measures, lettering }: Pick<Bench, 'measures' | 'lettering'>): MeasuredFocus | null =>
  measures?.focus?.letterings.find((one) => one.lettering === lettering?.id) ?? null;

/** What the photograph proposes where the words stand. */
export interface Match {
  /** Sheet px; null where its edges do not tell. */
  sigma: number | null;
  focus: Pick<LetterFocus, 'blur' | 'grain'>;
  /** Everything that it is made from has been measured. */
  isComplete: boolean;
  /** How its blur changes from one place to another, sheet px; null where it cannot tell. */
  blurAlong(from: Point, to: Point): FocusAlong | null;
  /** The blur of the photograph at a place, sheet px; null where it cannot tell. */
  blurAt(at: Point): Blur | null;
}

/** As sharp and as grainy as the photograph; null where there is no photograph, or no words. */
export function useMatch(): Match | null {
  const bench = useBench();
  const plate = useFarthestPlate();
  const { survey, isComplete } = useSurvey(plate?.sha256 ?? null);
  const { letters, lettering, materials } = bench;
  if (!plate || !letters || !lettering || !materials) return null;
  const { width, height } = materials.picture(plate.asset);
  const placed = { ...plate, width, height };
  const sigma = focusUnder(survey, lettering, letters, placed);
  const measured = measuredFocus(bench);
  const inside = grainBelow(lettering, measured?.inside ?? null);
  return {
    sigma,
    focus: {
      blur: proposeBlur(sigma),
      grain: proposeGrain(measured?.around ?? null, inside, survey.grain ?? null),
    },
    blurAlong: (from, to) => focusAlong(survey.focus ?? null, from, to, placed),
    blurAt: (at) => proposeBlur(focusAtPlace(survey.focus ?? null, at, placed)),
    isComplete: (survey.focus !== undefined || isComplete) && measured !== null,
  };
}
