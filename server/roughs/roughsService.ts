import { createHash } from 'node:crypto';
import { distinctNames } from '../../core/piece/fileNames';
import type { RoughsOrder } from '../../core/roughs/order';
import type { LeftOut, Rough } from '../../core/roughs/roughs';
import type { JobState } from '../jobs/jobs';
import { Problem } from '../problem';
import type { StoredAsset } from '../store/assets';
import type { Studio } from '../studio';
import type { DrawnRough, RoughsNews, RoughsWork } from './workRoughs';

/** A rough as a page shows it. */
export interface RoughSummary extends Omit<Rough, 'piece'> {
  id: string;
  /** Of its sheet, px. */
  width: number;
  height: number;
}

/** Roughs as far as they have come. */
export interface RoughsState {
  id: string;
  plate: string;
  order: RoughsOrder;
  state: JobState['state'];
  done: number;
  stage: string;
  /** Why there are none, or no more. */
  problem: string | null;
  roughs: RoughSummary[];
  leftOut: LeftOut[];
}

interface Kept {
  key: string;
  plate: string;
  order: RoughsOrder;
  job: JobState;
  roughs: (DrawnRough & { id: string })[];
  leftOut: LeftOut[];
  /** Pieces that came of roughs, by rough, as they were made. */
  taken: Map<string, { piece: string; version: number }>;
  touched: number;
}

const summaryOf = (rough: DrawnRough & { id: string }): RoughSummary => {
  const { id, kind, title, says, figures, score, parts, box, locks, piece } = rough;
  const { width, height } = piece.sheet;
  return { id, kind, title, says, figures, score, parts, box, locks, width, height };
};

/** What is to be made of a photograph in the store, with the faces that are there. */
export const roughsWork = (
  { config, assets, surveys }: Studio,
  { sha256, name, width, height, channels }: StoredAsset,
  order: RoughsOrder,
): RoughsWork => ({
  dataFolder: config.data,
  plate: { sha256, name, shape: { width: width!, height: height!, channels: channels! } },
  survey: surveys.known(sha256),
  faces: assets.list('face').map((face) => ({ sha256: face.sha256, name: face.name })),
  order,
});

/** So many photographs' roughs are kept; those that were looked at longest ago go first. */
const mostKept = 24;

/** Roughs of photographs: made in a process of their own, kept until others take their place. */
export class RoughsService {
  private readonly kept = new Map<string, Kept>();

  constructor(private readonly studio: Studio) {}

  /**
   * Begins to make roughs. What was asked for before in the same way is answered with what there is of it.
   * @throws Problem 404 where the photograph is not there, 422 for what is no photograph
   */
  start(plate: string, order: RoughsOrder): RoughsState {
    const asset = this.studio.assets.get(plate);
    if (asset.kind !== 'plate') throw new Problem(422, 'This file is not a photograph.');
    const work = roughsWork(this.studio, asset, order);
    const key = createHash('sha256')
      .update(JSON.stringify([plate, order, work.faces]))
      .digest('hex');
    for (const one of this.kept.values())
      if (one.key === key && (one.job.state === 'running' || one.job.state === 'done')) return this.stateOf(one);
    const job = this.studio.jobs.start<RoughsWork, null, null>(
      'roughs',
      plate,
      'roughsChild.js',
      work,
      () => null,
      () => {
        // What it has made stays.
      },
    );
    const made: Kept = {
      key,
      plate,
      order,
      job: job.state,
      roughs: [],
      leftOut: [],
      taken: new Map(),
      touched: Date.now(),
    };
    job.changed.on('partial', (news: RoughsNews) => this.take(made, news));
    this.kept.set(job.state.id, made);
    this.evict();
    return this.stateOf(made);
  }

  /** @throws Problem 404 */
  state(id: string): RoughsState {
    return this.stateOf(this.get(id));
  }

  /** @throws Problem 404 */
  picture(id: string, rough: string): Uint8Array {
    return this.rough(id, rough).picture;
  }

  /**
   * A piece of a rough; the other ones are kept as its versions. Asked for again, before anything was done to it, it is
   * the same piece.
   * @throws Problem 404
   */
  takePiece(id: string, rough: string): string {
    const kept = this.get(id);
    const own = this.rough(id, rough);
    const before = kept.taken.get(rough);
    if (before && this.studio.pieces.has(before.piece)) {
      const { version } = this.studio.pieces.get(before.piece);
      if (version === before.version) return before.piece;
    }
    const piece = this.studio.pieces.create(own.piece);
    const names = distinctNames(kept.roughs.map(({ title }) => title));
    kept.roughs.forEach((one, i) => {
      if (one.id !== rough)
        this.studio.versions.keep(
          piece,
          { ...one.piece, name: own.piece.name },
          names[i],
          one.says.join(' ').slice(0, 400),
        );
    });
    kept.taken.set(rough, { piece, version: this.studio.pieces.get(piece).version });
    return piece;
  }

  private take(made: Kept, news: RoughsNews): void {
    if (news.kind === 'survey') this.studio.surveys.keep(made.plate, news.survey);
    if (news.kind === 'left out') made.leftOut.push(news.leftOut);
    if (news.kind !== 'rough') return;
    for (const { file, kind } of news.files) this.studio.cutting.keep(file, kind);
    made.roughs.push({ ...news.rough, id: `${made.roughs.length + 1}-${news.rough.kind}` });
  }

  private get(id: string): Kept {
    const found = this.kept.get(id);
    if (!found) throw new Problem(404, 'These roughs are no longer there. Show them again.');
    found.touched = Date.now();
    return found;
  }

  private rough(id: string, rough: string): DrawnRough & { id: string } {
    const found = this.get(id).roughs.find((one) => one.id === rough);
    if (!found) throw new Problem(404, 'There is no such rough.');
    return found;
  }

  private stateOf({ plate, order, job, roughs, leftOut }: Kept): RoughsState {
    const { id, state, done, stage, message } = job;
    return {
      id,
      plate,
      order,
      state,
      done,
      stage,
      problem: message ?? null,
      roughs: roughs.map(summaryOf),
      leftOut,
    };
  }

  private evict(): void {
    const idle = [...this.kept.entries()]
      .filter(([, { job }]) => job.state !== 'running')
      .sort(([, a], [, b]) => a.touched - b.touched);
    for (const [id] of idle.slice(0, Math.max(0, this.kept.size - mostKept))) this.kept.delete(id);
  }
}
