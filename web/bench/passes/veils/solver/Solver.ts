import { cancelledFor, cutKey, cutsKey, isEdgeAwaited } from '../../../../../core/passes/veils/solved';
import type { Veil } from '../../../../../core/passes/veils/schema';
import { settleCut, settleFineEdge, type StoredMatte } from '../../../../../core/piece/edits/veils';
import type { Edit } from '../../../../../core/piece/edits/edit';
import type { Piece } from '../../../../../core/piece/schema';
import { ServerProblem } from '../../../../api/client';
import type { Solving } from '../../../benchState';
import { edgeKey, nextTask, tasksOf, type Task } from './tasks';

type Solved = { matte: StoredMatte; coarse: boolean } | null;
interface SolvedEdge {
  matte: StoredMatte;
  front: StoredMatte;
}
type CutTask = Extract<Task, { kind: 'cut' | 'full' }>;
type EdgeTask = Extract<Task, { kind: 'edge' }>;

/** What solving works with; tests give others. */
export interface SolverServices {
  /** The piece in which things may be settled now; null where there is none, or it is another's. */
  piece(): Piece | null;
  chosenVeil(): string | null;
  settle(edit: Edit): void;
  /** Shows what is being solved. */
  show(solving: Solving | null): void;
  /** Counts work that the piece still waits for. */
  count(by: 1 | -1): void;
  tell(problem: string): void;
  /** @throws ServerProblem */
  cut(task: CutTask, turn: number | null): Promise<{ solved: Solved; isOutdated: boolean; turn: number | null }>;
  firstLook(task: EdgeTask, piece: Piece): Promise<SolvedEdge>;
  /** @param follow is told how far the job has come */
  edge(task: EdgeTask, piece: Piece, follow: (job: string, stage: string, done: number) => void): Promise<SolvedEdge>;
  cancel(job: string): void;
  /** Until some time has passed. */
  pause(ms: number): Promise<void>;
}

const pauseBeforeRetry = 2500;
const nothingInFront = 'Nothing is marked yet that stands in front. Draw one stroke over it, or a box around it.';

/**
 * Solves what a piece holds unsolved: strokes, colours and edges are part of the piece as soon as they are drawn, and
 * their pixels come into it when they are there. What was solved before is known and comes at once, so undo and redo
 * need no solving.
 */
export class Solver {
  constructor(private readonly services: SolverServices) {}

  private readonly knownCuts = new Map<string, Solved>();
  private readonly knownEdges = new Map<string, SolvedEdge>();
  /** Keys of what could not be solved, or was cancelled, until it changes. */
  private readonly givenUp = new Set<string>();
  private running = false;
  private seen: Piece | null = null;
  /** Told as soon as nobody waits for something any more. */
  private readonly waiting = new Set<{ key: string; gone(): void }>();
  /** The edge's job that is under way. */
  private job: { id: string; key: string } | null = null;

  /** Looks at the piece again; called whenever it may have changed. */
  look(): void {
    const piece = this.services.piece();
    if (piece === this.seen) return;
    this.seen = piece;
    if (!piece) this.forget();
    const wanted = new Set(this.tasks().map(({ key }) => key));
    for (const one of this.waiting) if (!wanted.has(one.key)) one.gone();
    if (this.job && !wanted.has(this.job.key)) this.cancel();
    if (!this.running && this.next()) void this.run();
  }

  /** Tries once more what was given up. */
  again(): void {
    this.givenUp.clear();
    if (!this.running && this.next()) void this.run();
  }

  /** Gives up the edge that is being solved: what is painted stays. */
  cancel(): void {
    if (this.job) this.services.cancel(this.job.id);
  }

  /** Another piece may come to the bench. */
  private forget(): void {
    for (const known of [this.knownCuts, this.knownEdges, this.turns, this.givenUp]) known.clear();
  }

  private next(): Task | null {
    const piece = this.services.piece();
    return piece && nextTask(piece, this.services.chosenVeil(), (key) => this.givenUp.has(key));
  }

  private async run(): Promise<void> {
    this.running = true;
    this.services.count(1);
    try {
      // What made the piece change is carried through first.
      await Promise.resolve();
      for (let task = this.next(); task; task = this.next()) await this.carryOut(task);
    } finally {
      this.running = false;
      this.services.show(null);
      this.services.count(-1);
    }
  }

  private async carryOut(task: Task): Promise<void> {
    try {
      await (task.kind === 'edge' ? this.solveEdge(task) : this.solveCut(task));
    } catch (error) {
      const message = error instanceof Error ? error.message : 'This could not be solved.';
      const isAway = error instanceof ServerProblem && (error.status === 0 || error.status >= 502);
      if (isAway) {
        this.show(task, `Waiting to solve it: ${message}`, null);
        return void (await this.unlessGone(task, this.services.pause(pauseBeforeRetry)));
      }
      this.givenUp.add(task.key);
      if (task.kind !== 'full') this.services.tell(message);
    }
  }

  private async solveCut(task: CutTask): Promise<void> {
    const known = this.knownCuts.get(task.from);
    if (known !== undefined && !(task.kind === 'full' && known?.coarse)) return this.settleCut(task, known);
    this.show(task, task.kind === 'full' ? 'Solving the cut in full' : 'Solving the cut', null);
    const turn = task.kind === 'full' ? (this.turns.get(task.from) ?? null) : null;
    // A newer stroke does not wait for the answer to an older one.
    const answer = await this.unlessGone(task, this.services.cut(task, turn));
    if (!answer) return;
    if (answer.isOutdated) return void (await this.unlessGone(task, this.services.pause(pauseBeforeRetry)));
    if (answer.turn !== null) this.turns.set(task.from, answer.turn);
    this.knownCuts.set(task.from, answer.solved);
    this.settleCut(task, answer.solved);
  }

  /** In whose turn the full answer to some strokes is asked for. */
  private readonly turns = new Map<string, number>();

  private settleCut(task: CutTask, solved: Solved): void {
    const found = this.tasks().find(({ key, veil }) => key === task.key && veil.id === task.veil.id);
    if (!found || found.kind === 'edge') return;
    this.services.settle(settleCut(found.veil.id, found.index, solved, cutKey(found.cut)));
    if (!solved) this.services.tell(nothingInFront);
  }

  private async solveEdge(task: EdgeTask): Promise<void> {
    const piece = this.services.piece()!;
    const known = this.knownEdges.get(task.key);
    if (known) return void this.settleEdge(task, known, true);
    this.show(task, 'A first look at the edge', null);
    const first = await this.services.firstLook(task, piece);
    if (!this.settleEdge(task, first, false)) return;
    try {
      const solved = await this.services.edge(task, piece, (job, stage, done) => {
        this.job = { id: job, key: task.key };
        this.show(task, stage, done, job);
        if (!this.waitingFor(task)) this.cancel();
      });
      this.knownEdges.set(task.key, solved);
      this.settleEdge(task, solved, true);
    } catch (error) {
      if (!(error instanceof ServerProblem && error.code === 'cancelled')) throw error;
      this.leaveEdge(task);
    } finally {
      this.job = null;
    }
  }

  /** @returns false when nobody waits for it any more */
  private settleEdge(task: EdgeTask, solved: SolvedEdge, isFinal: boolean): boolean {
    const veil = this.waitingFor(task);
    if (veil) this.services.settle(settleFineEdge(veil.id, solved, isFinal ? cutsKey(veil.cuts) : ''));
    return veil !== null;
  }

  /** What was painted is kept, so that it can be solved another time; the first look stays. */
  private leaveEdge(task: EdgeTask): void {
    const veil = this.waitingFor(task);
    if (veil) this.services.settle(settleFineEdge(veil.id, null, cancelledFor(veil.cuts)));
  }

  private waitingFor({ veil: { id }, plate, key }: EdgeTask): Veil | null {
    const veil = this.services.piece()?.veils.find((one) => one.id === id);
    return veil && isEdgeAwaited(veil) && edgeKey(veil, plate) === key ? veil : null;
  }

  private tasks(): Task[] {
    const piece = this.services.piece();
    return piece ? tasksOf(piece) : [];
  }

  /** What comes of some work; null as soon as nobody waits for it any more. */
  private async unlessGone<Value>({ key }: Task, work: Promise<Value>): Promise<Value | null> {
    let one!: { key: string; gone(): void };
    const gone = new Promise<null>((resolve) => (one = { key, gone: () => resolve(null) }));
    this.waiting.add(one);
    try {
      return await Promise.race([work, gone]);
    } finally {
      this.waiting.delete(one);
      work.catch(() => undefined);
    }
  }

  private show(task: Task, stage: string, done: number | null, job: string | null = null): void {
    this.services.show({ stage, done, startedAt: this.startedAt(task), job, veil: task.veil.id, at: endOf(task) });
  }

  private started: { key: string; at: number } | null = null;
  private startedAt({ key }: Task): number {
    if (this.started?.key !== key) this.started = { key, at: Date.now() };
    return this.started.at;
  }
}

/** Where the hand was last, plate px. */
function endOf(task: Task): [number, number] | null {
  if (task.kind === 'edge') return task.veil.fine?.band.at(-1)?.points.at(-1) ?? null;
  if (task.cut.kind === 'scribble') return task.cut.marks.at(-1)?.points.at(-1) ?? null;
  const sample = task.cut.samples.at(-1);
  return sample ? [sample.x, sample.y] : null;
}
