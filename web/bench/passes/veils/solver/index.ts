import { solvedOf, type Veil } from '../../../../../core/passes/veils/schema';
import type { StoredMatte } from '../../../../../core/piece/edits/veils';
import type { Piece } from '../../../../../core/piece/schema';
import type { StoredAsset } from '../../../../../server/store/assets';
import { api, ask } from '../../../../api/client';
import { cancelJob, followJob } from '../../../../api/files';
import { store } from '../../../../store';
import { looked, queued } from '../../../benchState';
import { editing } from '../../../editing';
import { Solver } from './Solver';

const asMatte = ({ sha256, name, kind }: StoredAsset): StoredMatte => ({ sha256, name, kind });
const bench = () => store.getState().bench;

/** A veil's cuts as the server takes them. */
export function givenOf(piece: Piece, veil: Veil) {
  const { cuts } = veil;
  const mattes = Object.fromEntries(solvedOf(veil).map(({ key }) => [key, piece.assets[key].sha256!]));
  return { cuts, mattes };
}

/** Solves what the piece on the bench holds unsolved. */
export const solver = new Solver({
  piece: () => (bench().role === 'working' ? bench().piece : null),
  chosenVeil: () => bench().veil,
  settle: (edit) => editing.settle(edit),
  show: (solving) => void store.dispatch(looked({ solving })),
  count: (by) => void store.dispatch(queued(by)),
  tell: (problem) => void store.dispatch(looked({ problem })),
  async cut({ kind, plate, cut }, turn) {
    if (cut.kind === 'tone') {
      const { samples, chroma, lightness, softness, connected, specks } = cut;
      const matte = await ask(
        api.cuts.tone.$post({ json: { plate, samples, chroma, lightness, softness, connected, specks } }),
      );
      return { solved: { matte: asMatte(matte), coarse: false }, isOutdated: false, turn: null };
    }
    const { marks, box, specks } = cut;
    const how = kind === 'cut' ? { quick: true } : { turn: turn ?? undefined };
    const answer = await ask(
      api.cuts.scribble.$post({ json: { plate, marks, box, specks, about: bench().id!, ...how } }),
    );
    const solved = answer.matte && { matte: asMatte(answer.matte), coarse: kind === 'cut' };
    return { solved, isOutdated: answer.isOutdated, turn: answer.turn };
  },
  async firstLook({ veil, plate }, piece) {
    const { band, reach, needed } = veil.fine!;
    const { matte, front } = await ask(
      api.cuts['first-look'].$post({ json: { plate, ...givenOf(piece, veil), band, reach, needed } }),
    );
    return { matte: asMatte(matte), front: asMatte(front) };
  },
  async edge({ veil, plate }, piece, follow) {
    const { band, reach, needed } = veil.fine!;
    const { job } = await ask(
      api.cuts.fine.$post({ json: { plate, ...givenOf(piece, veil), band, reach, needed, about: bench().id! } }),
    );
    follow(job.id, 'Solving the edge', 0);
    const { result } = await followJob(job.id, ({ state, stage, done }) => {
      if (state === 'running') follow(job.id, stage, done);
    });
    const { matte, front } = result as Record<'matte' | 'front', StoredAsset>;
    return { matte: asMatte(matte), front: asMatte(front) };
  },
  cancel: (job) => void cancelJob(job).catch(() => undefined),
  pause: (ms) => new Promise((resolve) => void setTimeout(resolve, ms)),
});

store.subscribe(() => solver.look());
