import type { Lamp } from '../../core/light/lamp';
import type { Edit } from '../../core/piece/edits/edit';
import { lampWhereTold } from '../../core/survey/light/lamp';
import { useSurvey } from '../api/surveys';
import { useBench } from './benchContext';
import { useFarthestPlate } from './farthestPlate';

/** The lamp of the piece; where there is none yet, the photograph's own light, if it can be told. */
export function useLampToStand(): Lamp | null {
  const { piece } = useBench();
  const plate = useFarthestPlate();
  const { survey } = useSurvey(plate?.sha256 ?? null);
  return piece.lamp ?? (plate && lampWhereTold(survey.light, plate));
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
