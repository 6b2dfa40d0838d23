import type { Edit } from '../../../../core/piece/edits/edit';
import { freeId } from '../../../../core/piece/edits/items';
import { addCut, addVeil } from '../../../../core/piece/edits/veils';
import { veilOnSheet } from '../../../../core/passes/veils/graft';
import type { Cut, CutOperation, Veil } from '../../../../core/passes/veils/schema';
import type { Piece } from '../../../../core/piece/schema';
import type { Region } from '../../../../core/pixels/region';
import { apply, inverse, placedBounds, type Affine, type Point } from '../../../../core/shape/affine';
import { store } from '../../../store';
import { looked, queued } from '../../benchState';
import { editing } from '../../editing';

/** The plate that is cut: its picture, and where a veil's part of it comes to lie. */
export interface CutPlate {
  id: string;
  /** Key into the piece's assets. */
  asset: string;
  /** Sheet px per plate px. */
  scale: number;
  /** Plate px to sheet px: for a graft where it stands, and where it was copied from. */
  place: Affine;
  home: Affine;
}

/** The plate of a veil; for the first veil of all, the nearest plate. Null where there is none. */
export function cutPlate(piece: Piece, veil: Pick<Veil, 'plate' | 'graft'> | null): CutPlate | null {
  const plate = piece.plates.find(({ id }) => id === veil?.plate) ?? piece.plates.at(-1);
  if (!plate) return null;
  const { id, asset, scale } = plate;
  return {
    id,
    asset,
    scale: scale * (veil?.graft?.scale ?? 1),
    place: veilOnSheet({ graft: veil?.graft ?? null }, plate),
    home: veilOnSheet({ graft: null }, plate),
  };
}

export const toPlate = (plate: Pick<CutPlate, 'place'>, point: Point): [number, number] =>
  apply(inverse(plate.place), point);
export const fromPlate = (plate: Pick<CutPlate, 'place'>, point: Point): [number, number] => apply(plate.place, point);

/** The sheet as it lies on the plate, plate px. */
export const sheetOnPlate = ({ sheet }: Piece, plate: CutPlate): Region =>
  placedBounds(inverse(plate.place), { x: 0, y: 0, width: sheet.width, height: sheet.height });

/** The veil that is being cut, as it is now; null before the first. */
export function currentVeil(): Veil | null {
  const { piece, veil } = store.getState().bench;
  return piece?.veils.find(({ id }) => id === veil) ?? null;
}

/** Where the hand goes on: the last cut of its kind that joins in the way chosen; -1 where there is none. */
export function workingCut(veil: Pick<Veil, 'cuts'> | null, kind: Cut['kind'], operation: CutOperation): number {
  return veil ? veil.cuts.findLastIndex((cut) => cut.kind === kind && cut.operation === operation) : -1;
}

/** The edit that changes the chosen veil, and its id; where there is none, a veil is made with it. */
function veilEdit(plate: CutPlate, change: (id: string) => Edit): { id: string; edit: Edit } | null {
  const veil = currentVeil();
  const { piece } = store.getState().bench;
  if (!piece) return null;
  if (veil) return { id: veil.id, edit: change(veil.id) };
  const id = freeId(piece, 'veil');
  const edit: Edit = (draft) => {
    addVeil({ id, name: `veil ${piece.veils.length + 1}`, plate: plate.id })(draft);
    change(id)(draft);
  };
  return { id, edit };
}

/** Keeps a change of the chosen veil; where there is none, a veil is made with it, in one step of history. */
export function cut(label: string, plate: CutPlate, change: (id: string) => Edit): void {
  const found = veilEdit(plate, change);
  if (found && editing.commit(label, found.edit)) store.dispatch(looked({ veil: found.id }));
}

/** The change of the cut that the hand works on; where there is none of its kind, one is begun with it. */
function intoCut(blank: Cut, change: (id: string, index: number) => Edit): (id: string) => Edit {
  const veil = currentVeil();
  const found = workingCut(veil, blank.kind, blank.operation);
  return (id) => (draft) => {
    const index = found >= 0 ? found : (veil?.cuts.length ?? 0);
    if (found < 0) addCut(id, blank)(draft);
    change(id, index)(draft);
  };
}

/** Keeps a change of the cut that the hand works on. */
export const cutInto = (
  label: string,
  plate: CutPlate,
  blank: Cut,
  change: (id: string, index: number) => Edit,
): void => cut(label, plate, intoCut(blank, change));

/** Work on the veil that must wait for a worker, one after the other in the order in which it was asked for. */
let last: Promise<unknown> = Promise.resolve();
export function inTurn(work: () => Promise<void>): void {
  const count = (by: 1 | -1): void => void store.dispatch(queued(by));
  count(1);
  last = last
    .then(work)
    .catch((error: unknown) => {
      store.dispatch(looked({ problem: error instanceof Error ? error.message : 'The cut could not be finished.' }));
    })
    .finally(() => count(-1));
}
