import {
  cutKey,
  cutsKey,
  isEdgeAwaited,
  isSolvedCut,
  stateOf,
  type SolvedCut,
} from '../../../../../core/passes/veils/solved';
import { contentKey } from '../../../../../core/graph/node';
import type { Veil } from '../../../../../core/passes/veils/schema';
import type { Piece } from '../../../../../core/piece/schema';

/** Something of a piece that is still to be solved. */
export type Task = { veil: Veil; plate: string; key: string } &
  /** `full`: it is solved coarsely already. `from`: key of what it is solved from. */
  ({ kind: 'cut' | 'full'; index: number; cut: SolvedCut; from: string } | { kind: 'edge' });

/** What has to be solved next: cuts before edges, which follow from them; the chosen veil before the others. */
export function nextTask(piece: Piece, chosen: string | null, isGivenUp: (key: string) => boolean): Task | null {
  const tasks = tasksOf(piece).filter(({ key }) => !isGivenUp(key));
  const order = ['cut', 'full', 'edge'];
  const rank = ({ kind, veil }: Task): number => order.indexOf(kind) * 2 + Number(veil.id !== chosen);
  return tasks.sort((a, b) => rank(a) - rank(b))[0] ?? null;
}

/** All that is to be solved, each under a key of what it follows from. */
export function tasksOf(piece: Piece): Task[] {
  return piece.veils.flatMap((veil) => {
    const plate = plateHash(piece, veil.plate);
    if (!plate) return [];
    const cuts = veil.cuts.flatMap((cut, index): Task[] => {
      if (!isSolvedCut(cut)) return [];
      const state = stateOf(cut);
      if (state === 'solved') return [];
      const from = contentKey(plate, cutKey(cut));
      const kind = state === 'unsolved' ? 'cut' : 'full';
      return [{ kind, veil, plate, key: `${from} ${kind}`, index, cut, from }];
    });
    const edge: Task[] = isEdgeAwaited(veil) ? [{ kind: 'edge', veil, plate, key: edgeKey(veil, plate) }] : [];
    return [...cuts, ...edge];
  });
}

/** Key of what a fine edge follows from. */
export const edgeKey = ({ cuts, fine }: Veil, plate: string): string =>
  contentKey(plate, cutsKey(cuts), fine!.band, fine!.reach, fine!.needed);

export function plateHash(piece: Piece, id: string): string | undefined {
  const plate = piece.plates.find((one) => one.id === id);
  return plate && piece.assets[plate.asset]?.sha256;
}
