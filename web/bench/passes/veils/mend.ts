import { brushedSoftness } from '../../../../core/passes/veils/softness/brush';
import type { EdgePlace } from '../../../../core/passes/veils/softness/compareEdge';
import type { Veil } from '../../../../core/passes/veils/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import { askFineEdge, setSoftness } from '../../../../core/piece/edits/veils';

export interface Mend {
  name: string;
  edit: Edit;
}

/** What would make one place better: its softness where that was taken from the photo, otherwise the edge solved there. */
export function mendOf({ id, softness, fine }: Veil, place: EdgePlace): Mend {
  const photo = place.photo ?? 0;
  const dab = { radius: Math.max(6, Math.ceil(4 * photo)), points: [place.place] };
  const at = [[place.place[0], place.place[1]]] as [number, number][];
  if (softness && softness.profile.length > 0) {
    const factor = Math.min(4, Math.max(0.25, (photo + 0.2) / (place.matte + 0.2)));
    return {
      name: factor > 1 ? 'Softer here' : 'Crisper here',
      edit: setSoftness(id, {
        ...softness,
        profile: brushedSoftness(softness.profile, { ...dab, radius: dab.radius * 4 }, factor, 0.6),
      }),
    };
  }
  return {
    name: 'Solve the edge here',
    edit: askFineEdge(id, { band: [...(fine?.band ?? []), { radius: dab.radius, points: at }] }),
  };
}
