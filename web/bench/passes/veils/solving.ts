import { veilHand } from './hand';
import { changeItem } from '../../../../core/piece/edits/items';
import type { Piece } from '../../../../core/piece/schema';
import { keyOf } from '../../../../core/graph/node';
import { setFineEdge, setSoftness, setSolvedCut, type StoredMatte } from '../../../../core/piece/edits/veils';
import {
  solvedOf,
  type Cut,
  type FineEdge,
  type ScribbleCut,
  type ToneCut,
  type Veil,
} from '../../../../core/passes/veils/schema';
import type { StoredAsset } from '../../../../server/store/assets';
import { api, ask, ServerProblem } from '../../../api/client';
import { cancelJob, followJob } from '../../../api/files';
import { store } from '../../../store';
import { looked, type Solving } from '../../benchState';
import { editing } from '../../editing';
import { currentVeil, cutInto, draftInto, inTurn, workingCut, type CutPlate } from './cutting';

const showSolving = (solving: Solving | null): void => void store.dispatch(looked({ solving }));

/** Shows that something is being solved while it is. */
export async function whileSolving<Value>(stage: string, work: () => Promise<Value>): Promise<Value> {
  showSolving({ stage, done: null, startedAt: Date.now(), job: null });
  try {
    return await work();
  } finally {
    showSolving(null);
  }
}

export const plateHash = (piece: Piece, plate: CutPlate): string => piece.assets[plate.asset].sha256!;
const asMatte = ({ sha256, name, kind }: StoredAsset): StoredMatte => ({ sha256, name, kind });

/** Begins to look at a plate, so that its first cut comes at once. */
export function prepareCutting(piece: Piece, plate: CutPlate): void {
  void ask(api.cuts.prepare.$post({ json: { plate: plateHash(piece, plate) } })).catch(() => undefined);
}

/** How many strokes have been drawn, and what is told when there is one more. */
let strokes = 0;
let newerStroke: () => void = () => undefined;

/**
 * Changes the scribble cut that the hand works on, and solves it: first as finely as the screen shows it, then in full.
 * A stroke
 * that is drawn meanwhile does not wait for that.
 */
export function scribble(
  label: string,
  plate: CutPlate,
  change: (before: Pick<ScribbleCut, 'marks' | 'box'>) => Partial<Pick<ScribbleCut, 'marks' | 'box'>>,
): void {
  const own = ++strokes;
  newerStroke();
  inTurn(async () => {
    const { piece } = store.getState().bench;
    const hand = veilHand.get();
    if (!piece) return;
    const veil = currentVeil();
    const found = veil?.cuts[workingCut(veil, 'scribble', hand.operation)] as ScribbleCut | undefined;
    const blank: ScribbleCut = {
      kind: 'scribble',
      operation: hand.operation,
      marks: [],
      box: null,
      matte: null,
      coarse: false,
    };
    const { marks, box } = { ...(found ?? blank), ...change(found ?? blank) };
    const order = { plate: plateHash(piece, plate), marks, box };
    const keep = (matte: StoredAsset | null, coarse = false): void =>
      cutInto(label, plate, blank, (id, index) =>
        setSolvedCut(id, index, { marks, box, coarse }, matte && asMatte(matte)),
      );
    const { matte: quick, turn } = await whileSolving('Solving the cut', () =>
      ask(api.cuts.scribble.$post({ json: { ...order, quick: true } })),
    );
    if (!quick) {
      // The strokes are kept; what is missing is said.
      keep(null);
      store.dispatch(
        looked({ problem: 'Nothing is marked yet that stands in front. Draw one stroke over it, or a box around it.' }),
      );
      return;
    }
    if (strokes !== own) return keep(quick, true);
    draftInto(plate, blank, (id, index) => setSolvedCut(id, index, { marks, box, coarse: true }, asMatte(quick)));
    const newer = new Promise<null>((resolve) => (newerStroke = () => resolve(null)));
    const full = ask(api.cuts.scribble.$post({ json: { ...order, turn } })).catch(() => null);
    const better = (await Promise.race([full, newer]))?.matte;
    keep(better ?? quick, !better);
  });
}

/** Solves a scribble cut in full whose last answer was a quick one. */
export function scribbleInFull(plate: CutPlate): void {
  scribble('Solve the cut in full', plate, () => ({}));
}

/** Changes a tone key, and cuts by it over the whole plate. */
export function keyTone(label: string, plate: CutPlate, change: (before: ToneCut) => Partial<ToneCut>): void {
  inTurn(async () => {
    const { piece } = store.getState().bench;
    const hand = veilHand.get();
    if (!piece) return;
    const veil = currentVeil();
    const found = veil?.cuts[workingCut(veil, 'tone', hand.operation)] as ToneCut | undefined;
    const blank: ToneCut = {
      kind: 'tone',
      operation: hand.operation,
      samples: [],
      chroma: 4,
      lightness: 10,
      softness: 0.5,
      connected: false,
      matte: null,
    };
    const { samples, chroma, lightness, softness, connected } = { ...(found ?? blank), ...change(found ?? blank) };
    const rule = { samples, chroma, lightness, softness, connected };
    const matte =
      samples.length === 0
        ? null
        : await whileSolving('Keying', () =>
            ask(api.cuts.tone.$post({ json: { plate: plateHash(piece, plate), ...rule } })),
          );
    cutInto(label, plate, blank, (id, index) => setSolvedCut(id, index, rule, matte && asMatte(matte)));
  });
}

/** A veil's cuts as the server takes them. */
function givenOf(
  piece: Piece,
  plate: CutPlate,
  veil: Veil,
): { plate: string; cuts: Cut[]; mattes: Record<string, string> } {
  const mattes = Object.fromEntries(solvedOf(veil).map(({ key }) => [key, piece.assets[key].sha256!]));
  return { plate: plateHash(piece, plate), cuts: veil.cuts, mattes };
}

/** Measures how soft the photo is along the veil's border, and softens the cut by it. */
export function takeSoftness(plate: CutPlate): void {
  inTurn(async () => {
    const { piece } = store.getState().bench;
    const veil = currentVeil();
    if (!piece || !veil) return;
    const { profile } = await whileSolving('Measuring the edge', () =>
      ask(api.cuts.softness.$post({ json: givenOf(piece, plate, veil) })),
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

/** Solves the fine edge: a first look at once, then in full. @param change of its band */
export function solveFine(plate: CutPlate, change: Partial<Pick<FineEdge, 'band' | 'reach'>> = {}): void {
  inTurn(async () => {
    const { piece, id } = store.getState().bench;
    const veil = currentVeil();
    if (!piece || !veil || !id) return;
    const { band, reach } = { band: veil.fine?.band ?? [], reach: veil.fine?.reach ?? 0, ...change };
    const json = { ...givenOf(piece, plate, veil), band, reach, about: id };
    const solvedFor = keyOf(veil.cuts);
    const startedAt = Date.now();
    showSolving({ stage: 'A first look at the edge', done: 0, startedAt, job: null });
    try {
      const first = await ask(api.cuts['first-look'].$post({ json }));
      editing.draft(
        setFineEdge(veil.id, { band, reach }, { matte: asMatte(first.matte), front: asMatte(first.front), solvedFor }),
      );
      const { job } = await ask(api.cuts.fine.$post({ json }));
      const { result } = await followJob(job.id, ({ done, stage, state }) =>
        showSolving(state === 'running' ? { stage, done, startedAt, job: job.id } : null),
      );
      const { matte, front } = result as Record<'matte' | 'front', StoredAsset>;
      editing.commit(
        'Solve the fine edge',
        setFineEdge(veil.id, { band, reach }, { matte: asMatte(matte), front: asMatte(front), solvedFor }),
      );
    } catch (error) {
      editing.cancelDraft();
      if (!(error instanceof ServerProblem && error.code === 'cancelled')) throw error;
      // What was painted is kept, so that it can be solved another time.
      editing.commit('Paint the edge', setFineEdge(veil.id, { band, reach }, null));
    } finally {
      showSolving(null);
    }
  });
}

/** Looks for the stretches where the photo is hairy or blurred, and solves the edge there. */
export function proposeFine(plate: CutPlate): void {
  inTurn(async () => {
    const { piece } = store.getState().bench;
    const veil = currentVeil();
    if (!piece || !veil) return;
    const { band } = await whileSolving('Looking for hair and blur', () =>
      ask(api.cuts.propose.$post({ json: givenOf(piece, plate, veil) })),
    );
    if (band.length === 0)
      throw new Error('No hair or blur found along this edge. Its softness is enough here; or paint the band by hand.');
    solveFine(plate, { band: [...(veil.fine?.band ?? []), ...band] });
  });
}

export const cancelSolving = (job: string): void => void cancelJob(job).catch(() => undefined);
