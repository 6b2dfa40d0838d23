import {
  plainDrips,
  type Drips,
  type MapStroke,
  type Mesh,
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

/** One more stroke on the map. */
export const mapStrokeEdit = (lettering: Lettering, stroke: MapStroke): Edit =>
  mapEdit(lettering)({ strokes: [...(lettering.drape.displacement?.map.strokes ?? []), stroke] });

/** Lays a net over the letters, or changes it; null takes it off. */
export const meshEdit = ({ id }: Lettering, mesh: Mesh | null): Edit => changePart(id, 'drape', { mesh });

/** Changes the drips; letters without begin to drip. */
export const dripsEdit =
  ({ id, drape }: Lettering) =>
  (change: Partial<Drips>): Edit =>
    changePart(id, 'drape', { drips: { ...(drape.drips ?? plainDrips()), ...change } });

/** Makes one drip another length, em; null takes it away. */
export function dripEdit(lettering: Lettering, at: number, drip: number, length: number | null): Edit {
  const others = (lettering.drape.drips?.changes ?? []).filter((one) => one.at !== at || one.drip !== drip);
  return dripsEdit(lettering)({ changes: [...others, { at, drip, length }] });
}
