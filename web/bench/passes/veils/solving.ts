import { veilHand } from './hand';
import { changeItem } from '../../../../core/piece/edits/items';
import type { Piece } from '../../../../core/piece/schema';
import { askFineEdge, changeCut, setSoftness } from '../../../../core/piece/edits/veils';
import { scribbledCut, type EdgeBand, type ScribbleCut, type ToneCut } from '../../../../core/passes/veils/schema';
import { api, ask } from '../../../api/client';
import { store } from '../../../store';
import { looked, type Solving } from '../../benchState';
import { editing } from '../../editing';
import { currentVeil, cutInto, inTurn, workingCut, type CutPlate } from './cutting';
import { givenOf } from './solver';

const showSolving = (solving: Solving | null): void => void store.dispatch(looked({ solving }));

/** Shows that something is being solved while it is. */
export async function whileSolving<Value>(stage: string, work: () => Promise<Value>): Promise<Value> {
  showSolving({ stage, done: null, startedAt: Date.now(), job: null, veil: currentVeil()?.id ?? null, at: null });
  try {
    return await work();
  } finally {
    showSolving(null);
  }
}

export const plateHash = (piece: Piece, plate: CutPlate): string => piece.assets[plate.asset].sha256!;

/** Begins to look at a plate, so that its first cut comes at once. */
export function prepareCutting(piece: Piece, plate: CutPlate): void {
  void ask(api.cuts.prepare.$post({ json: { plate: plateHash(piece, plate) } })).catch(() => undefined);
}

/** Changes the scribble cut that the hand works on; it is solved while the hand goes on. */
export function scribble(
  label: string,
  plate: CutPlate,
  change: (before: Pick<ScribbleCut, 'marks' | 'box'>) => Partial<Pick<ScribbleCut, 'marks' | 'box'>>,
): void {
  const { operation } = veilHand.get();
  const blank = scribbledCut([], operation);
  const veil = currentVeil();
  const found = veil?.cuts[workingCut(veil, 'scribble', operation)] as ScribbleCut | undefined;
  cutInto(label, plate, blank, (id, index) => changeCut(id, index, change(found ?? blank)));
}

/** Changes the tone key that the hand works on; it is cut by it over the whole plate while the hand goes on. */
export function keyTone(label: string, plate: CutPlate, change: (before: ToneCut) => Partial<ToneCut>): void {
  const { operation } = veilHand.get();
  const blank: ToneCut = {
    kind: 'tone',
    operation,
    samples: [],
    chroma: 4,
    lightness: 10,
    softness: 0.5,
    connected: false,
    specks: 0,
    matte: null,
    solvedFor: null,
  };
  const veil = currentVeil();
  const found = veil?.cuts[workingCut(veil, 'tone', operation)] as ToneCut | undefined;
  cutInto(label, plate, blank, (id, index) => changeCut(id, index, change(found ?? blank)));
}

/** Measures how soft the photo is along the veil's border, and softens the cut by it. */
export function takeSoftness(plate: CutPlate): void {
  inTurn(async () => {
    const { piece } = store.getState().bench;
    const veil = currentVeil();
    if (!piece || !veil) return;
    const { profile } = await whileSolving('Measuring the edge', () =>
      ask(api.cuts.softness.$post({ json: { plate: plateHash(piece, plate), ...givenOf(piece, veil) } })),
    );
    if (profile.length === 0)
      throw new Error('There is no edge to measure: cut the veil first, along something that stands out.');
    editing.commit('Match the photo’s softness', (draft) => {
      setSoftness(veil.id, { profile, factor: veil.softness?.factor ?? 1 })(draft);
      // What was softened by hand until now would be added to it.
      if (!veil.softness) changeItem('veils', veil.id, { feather: 0 })(draft);
    });
  });
}

/** Asks for the fine edge: it is solved while the hand goes on. @param change of its band */
export function solveFine(label: string, change: Partial<EdgeBand> = {}): void {
  const veil = currentVeil();
  if (veil) editing.commit(label, askFineEdge(veil.id, change));
}
