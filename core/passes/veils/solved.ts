import { contentHash } from '../../graph/node';
import { memoize } from '../../graph/memoize';
import type { Cut, ScribbleCut, ToneCut, Veil } from './schema';

/** A cut whose pixels are worked out elsewhere and come into the piece when they are there. */
export type SolvedCut = ScribbleCut | ToneCut;

export const isSolvedCut = (cut: Cut): cut is SolvedCut => cut.kind === 'scribble' || cut.kind === 'tone';

/** What came into the format later changes no key while it says nothing. */
const saidOf = ({ specks }: Pick<SolvedCut, 'specks'>): number[] => (specks > 0 ? [specks] : []);

/** What a cut's pixels follow from, as one key. */
export const cutKey = memoize((cut: SolvedCut): string =>
  cut.kind === 'scribble'
    ? contentHash(cut.kind, cut.marks, cut.box, ...saidOf(cut))
    : contentHash(cut.kind, cut.samples, cut.chroma, cut.lightness, cut.softness, cut.connected, ...saidOf(cut)),
);

/** Whether a cut says anything that could be solved. */
const hasSomething = (cut: SolvedCut): boolean =>
  cut.kind === 'scribble' ? cut.marks.length > 0 || cut.box !== null : cut.samples.length > 0;

/** How far a cut has come: its pixels are missing or those of an earlier stroke, coarse, or as they shall be. */
export function stateOf(cut: SolvedCut): 'unsolved' | 'coarse' | 'solved' {
  const isTaken = cut.solvedFor === null && cut.matte !== null;
  if (!isTaken && hasSomething(cut) && cut.solvedFor !== cutKey(cut)) return 'unsolved';
  return cut.kind === 'scribble' && cut.coarse && cut.matte !== null ? 'coarse' : 'solved';
}

/** What a fine edge follows from beside its band: the cuts, without what only says how far they are solved. */
export const cutsKey = memoize((cuts: readonly Cut[]): string =>
  contentHash(
    cuts.map((cut) => (isSolvedCut(cut) ? { ...cut, solvedFor: undefined, specks: cut.specks || undefined } : cut)),
  ),
);

/** Whether the fine edge has been asked for and has not come yet, or was solved for other cuts. */
export const isEdgeAwaited = (veil: Pick<Veil, 'fine' | 'cuts'>): boolean =>
  veil.fine !== null && veil.cuts.length > 0 && (veil.fine.solvedFor === '' || isEdgeOld(veil));

/** Whether the fine edge was solved, or given up, for other cuts than those that are there now. */
export const isEdgeOld = ({ fine, cuts }: Pick<Veil, 'fine' | 'cuts'>): boolean =>
  fine !== null &&
  fine.matte !== null &&
  fine.solvedFor !== '' &&
  fine.solvedFor !== null &&
  ![cutsKey(cuts), cancelledFor(cuts)].includes(fine.solvedFor);

/** In place of the key where solving was cancelled: there is a first look, or what was there before. */
export const cancelledFor = (cuts: readonly Cut[]): string => `cancelled ${cutsKey(cuts)}`;

/** Whether it was given up, and the cuts are still the same. */
export const isEdgeCancelled = ({ fine, cuts }: Pick<Veil, 'fine' | 'cuts'>): boolean =>
  fine?.solvedFor === cancelledFor(cuts);
