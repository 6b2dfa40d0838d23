import { plainLamp, type Lamp } from '../../core/light/lamp';
import type { Edit } from '../../core/piece/edits/edit';
import { unsure } from '../../core/survey/sentences';
import { lampFromSurvey } from '../../core/survey/light/lamp';
import { useSurvey } from '../api/surveys';
import { useBench } from './benchContext';
import { useFarthestPlate } from './farthestPlate';

/** The lamp of the piece; where there is none yet, the photograph's own light, if it can be told. */
export function useLampToStand(): Lamp | null {
  const { piece } = useBench();
  const plate = useFarthestPlate();
  const { survey } = useSurvey(plate?.sha256 ?? null);
  const { light } = survey;
  if (piece.lamp) return piece.lamp;
  return plate && light && light.confidence >= unsure ? { ...plainLamp(), ...lampFromSurvey(light, plate) } : null;
}

/** What obeys the lamp wants one: where there is none yet, the photograph's own light is taken along with an edit. */
export function useLampStood(): (edit: Edit) => Edit {
  const { piece } = useBench();
  const lamp = useLampToStand();
  if (piece.lamp || !lamp) return (edit) => edit;
  return (edit) => (draft) => {
    draft.lamp ??= lamp;
    return edit(draft);
  };
}
