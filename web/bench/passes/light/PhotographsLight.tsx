import { lampFromSurvey } from '../../../../core/survey/light/lamp';
import { surveySentences, sure, unsure } from '../../../../core/survey/sentences';
import { useSurvey } from '../../../api/surveys';
import { useBench } from '../../benchContext';
import { useFarthestPlate } from '../../farthestPlate';
import { editing } from '../../editing';
import { lampEdit } from './lamp';

/** What the photograph tells of its light, and taking it. */
export function PhotographsLight() {
  const { piece, mayChange } = useBench();
  const plate = useFarthestPlate();
  const { survey, isComplete, problem } = useSurvey(plate?.sha256 ?? null);
  if (!plate) return <p className="text-faint">A photograph on line 0 would tell where its light comes from.</p>;
  const { light } = survey;
  if (!light)
    return (
      <p className="text-faint" role="status">
        {problem ??
          (isComplete ? 'It cannot be told where the light comes from.' : 'The photograph’s light is being measured.')}
      </p>
    );
  const [[, sentence]] = surveySentences({ light });
  return (
    <div>
      <p>
        <span className="label">The photograph’s own light</span>
        <br />
        {sentence}
        {light.confidence >= unsure && ` ${Math.round(light.confidence * 100)} % sure.`}
        {light.confidence < sure && ' Show it by hand: the tools above the sheet do that in one stroke.'}
      </p>
      {light.confidence >= unsure && (
        <button
          className="plain-button mt-1"
          disabled={!mayChange}
          onClick={() => editing.commit('Take the photograph’s light', lampEdit(piece)(lampFromSurvey(light, plate)))}
        >
          Take this light
        </button>
      )}
    </div>
  );
}
