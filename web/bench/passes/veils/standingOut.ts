import { scribbledCut } from '../../../../core/passes/veils/schema';
import type { Mark } from '../../../../core/passes/veils/scribble/marks';
import { freeId } from '../../../../core/piece/edits/items';
import { addCut, addVeil } from '../../../../core/piece/edits/veils';
import type { Edit } from '../../../../core/piece/edits/edit';
import { api, ask } from '../../../api/client';
import { store } from '../../../store';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { currentVeil, inTurn, type CutPlate } from './cutting';
import { veilHand } from './hand';
import { plateHash, whileSolving } from './solving';

/** Asks what stands out in a plate; nothing is asked that is known already. */
export function findThings(plate: CutPlate): void {
  const { piece } = store.getState().bench;
  if (!piece) return;
  const hash = plateHash(piece, plate);
  if (veilHand.get().things?.plate === hash) return;
  veilHand.set({ things: null, thing: null });
  inTurn(async () => {
    const { things } = await whileSolving('Looking for what stands out', () =>
      ask(api.cuts['stand-out'].$post({ json: { plate: hash } })),
    );
    veilHand.set({ things: { plate: hash, found: things } });
  });
}

/** Cuts one of the things that were found: a veil with the strokes that a hand would draw, which can be edited. */
export function takeThing(plate: CutPlate, thing: number): void {
  const { piece } = store.getState().bench;
  if (!piece) return;
  const hash = plateHash(piece, plate);
  inTurn(async () => {
    const { marks } = await whileSolving('Cutting it', () =>
      ask(api.cuts.strokes.$post({ json: { plate: hash, thing } })),
    );
    if (marks.length === 0) throw new Error('This cannot be cut by strokes. Draw some over it by hand (Scribble).');
    keepThing(plate, marks);
  });
}

/** An empty veil that is chosen takes the cut; otherwise a new one is made. */
function keepThing(plate: CutPlate, marks: readonly Mark[]): void {
  const { piece } = store.getState().bench;
  if (!piece) return;
  const chosen = currentVeil();
  const isFree = chosen !== null && chosen.plate === plate.id && chosen.cuts.length === 0 && chosen.graft === null;
  const id = isFree ? chosen.id : freeId(piece, 'veil');
  const edit: Edit = (draft) => {
    if (!isFree) addVeil({ id, name: `veil ${piece.veils.length + 1}`, plate: plate.id })(draft);
    addCut(id, scribbledCut(marks))(draft);
  };
  if (!editing.commit('Cut what stands out', edit)) return;
  veilHand.set({ veilTool: 'scribble', thing: null });
  store.dispatch(looked({ veil: id }));
}
