import type { Edit } from '../../../../core/piece/edits/edit';
import { freeId } from '../../../../core/piece/edits/things';
import { addCut, addVeil } from '../../../../core/piece/edits/veils';
import type { PlatePlace } from '../../../../core/passes/veils/render';
import type { Cut, Joining, Veil } from '../../../../core/passes/veils/schema';
import type { Point } from '../../../../core/shape/affine';
import { store } from '../../../store';
import { looked } from '../../benchState';
import { editing } from '../../editing';

/** The plate that is cut: where it stands, and its picture. */
export type CutPlate = PlatePlace & { id: string };

export const toPlate = (plate: CutPlate, [x, y]: Point): [number, number] => [(x - plate.x) / plate.scale, (y - plate.y) / plate.scale];
export const fromPlate = (plate: CutPlate, [x, y]: Point): [number, number] => [x * plate.scale + plate.x, y * plate.scale + plate.y];

/** The veil that is being cut, as it is now; null before the first. */
export function currentVeil(): Veil | null {
  const { piece, veil } = store.getState().bench;
  return piece?.veils.find(({ id }) => id === veil) ?? null;
}

/** Where the hand goes on: the last cut of its kind that joins in the way chosen; -1 where there is none. */
export function workingCut(veil: Pick<Veil, 'cuts'> | null, kind: Cut['kind'], joining: Joining): number {
  return veil ? veil.cuts.findLastIndex((cut) => cut.kind === kind && cut.joining === joining) : -1;
}

/** Keeps a change of the chosen veil; where there is none, a veil is made with it, in one step of history. */
export function cut(label: string, plate: CutPlate, change: (id: string) => Edit): void {
  const veil = currentVeil();
  const { piece } = store.getState().bench;
  if (!piece) return;
  if (veil) {
    editing.commit(label, change(veil.id));
    return;
  }
  const id = freeId(piece, 'veil');
  const both: Edit = (draft) => {
    addVeil({ id, name: `veil ${piece.veils.length + 1}`, plate: plate.id })(draft);
    change(id)(draft);
  };
  if (editing.commit(label, both)) store.dispatch(looked({ veil: id }));
}

/** Keeps a change of the cut that the hand works on; where there is none of its kind, one is begun with it. */
export function cutInto(label: string, plate: CutPlate, blank: Cut, change: (id: string, index: number) => Edit): void {
  const veil = currentVeil();
  const found = workingCut(veil, blank.kind, blank.joining);
  cut(label, plate, (id) => (draft) => {
    const index = found >= 0 ? found : (veil?.cuts.length ?? 0);
    if (found < 0) addCut(id, blank)(draft);
    change(id, index)(draft);
  });
}

/** Work on the veil that must wait for a worker, one after the other in the order in which it was asked for. */
let last: Promise<unknown> = Promise.resolve();
export function inTurn(work: () => Promise<void>): void {
  last = last.then(work).catch((error: unknown) => {
    store.dispatch(looked({ problem: error instanceof Error ? error.message : 'The cut could not go on.' }));
  });
}
