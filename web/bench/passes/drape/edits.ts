import {
  plainBite,
  plainDisplacement,
  plainPull,
  type Bite,
  type Displacement,
  type DrapeMap,
  type Pull,
  type PullStroke,
} from '../../../../core/passes/drape/schema';
import type { Edit } from '../../../../core/piece/edits/edit';
import { changePart, itemOf } from '../../../../core/piece/edits/items';
import type { Lettering } from '../../../../core/piece/schema';

/** Changes how letters are displaced; begins to displace them where they are not yet. */
export const displacementEdit =
  ({ id, drape }: Lettering) =>
  (change: Partial<Displacement>): Edit =>
    changePart(id, 'drape', { displacement: { ...(drape.displacement ?? plainDisplacement()), ...change } });

/** Changes the map that letters are displaced by. */
export const mapEdit =
  (lettering: Lettering) =>
  (change: Partial<DrapeMap>): Edit =>
    displacementEdit(lettering)({ map: { ...(lettering.drape.displacement ?? plainDisplacement()).map, ...change } });

/** Changes how the ink takes to the surface. */
export const biteEdit =
  ({ id, drape }: Lettering) =>
  (change: Partial<Bite>): Edit =>
    changePart(id, 'drape', { bite: { ...(drape.bite ?? plainBite()), ...change } });

/** Letters that lie flat again, whatever was set. */
export const flatEdit =
  ({ id }: Lettering): Edit =>
  (piece) =>
    void Object.assign(itemOf(piece.letterings, id).drape, { displacement: null, bite: null });

/** Changes how letters are pulled about. */
export const pullEdit =
  ({ id, drape }: Lettering) =>
  (change: Partial<Pull>): Edit =>
    changePart(id, 'drape', { pull: { ...(drape.pull ?? plainPull()), ...change } });

/** One more stroke. */
export const strokeEdit = (lettering: Lettering, stroke: PullStroke): Edit =>
  pullEdit(lettering)({ strokes: [...(lettering.drape.pull?.strokes ?? []), stroke] });
