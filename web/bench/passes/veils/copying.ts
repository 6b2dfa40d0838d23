import type { Plate } from '../../../../core/passes/plate/schema';
import { copiedVeil } from '../../../../core/passes/veils/resize';
import type { Veil } from '../../../../core/passes/veils/schema';
import { freeId } from '../../../../core/piece/edits/items';
import { placeVeil } from '../../../../core/piece/edits/veils';
import type { Piece } from '../../../../core/piece/schema';
import { api, ask } from '../../../api/client';
import { store } from '../../../store';
import { looked } from '../../benchState';
import { editing } from '../../editing';
import { inTurn } from './cutting';
import { whileSolving } from './solving';

/** The photographs that a veil can be copied to: all but its own. */
export const otherPlates = ({ plates }: Piece, veil: Veil): Plate[] => plates.filter(({ id }) => id !== veil.plate);

/** Whether a veil has something that can be carried over: a matte from a file belongs to its own photograph. */
export const isCopied = ({ cuts }: Veil): boolean => cuts.some(({ kind }) => kind !== 'picture');

/** Copies a veil to another photograph of the same scene; it is solved there while the hand goes on. */
export function copyVeil(veil: Veil, to: Plate): void {
  inTurn(async () => {
    const { piece } = store.getState().bench;
    const from = piece?.plates.find(({ id }) => id === veil.plate);
    if (!piece || !from) return;
    const hashOf = (plate: Plate): string => piece.assets[plate.asset].sha256!;
    const { alignment } = await whileSolving('Looking for the same things in both photographs', () =>
      ask(api.cuts.align.$post({ json: { plate: hashOf(from), other: hashOf(to) } })),
    );
    if (!alignment)
      throw new Error(`Too little is seen in both photographs to copy the cut. Cut it on ${to.name} by hand.`);
    const now = store.getState().bench.piece!;
    const copy = copiedVeil(veil, alignment.place, {
      id: freeId(now, 'veil'),
      name: `${veil.name}, on ${to.name}`.slice(0, 200),
      plate: to.id,
    });
    if (editing.commit('Copy a cut to another photograph', placeVeil(copy)))
      store.dispatch(looked({ veil: copy.id, plate: to.id }));
  });
}
