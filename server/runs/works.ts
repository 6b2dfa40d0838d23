import { EventEmitter } from 'node:events';
import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Problem, problemOf } from '../problem';
import type { Studio } from '../studio';
import { toBench, wantedOfRow, type RowWanted } from './byHand';
import type { RowOrder, RowSolved } from './orders';
import type { RowHand, RowHands } from './rowHand';
import { RowOrders } from './rowOrders';
import { rowPieceId, type StoredRow, type StoredRun, type Work } from './store';

/** How far the work of a run is. */
export interface WorkState {
  kind: Work['kind'];
  done: number;
  total: number;
  startedAt: number;
  /** Why it has stopped before its end; null while it goes on. */
  problem: string | null;
  /** Why nothing goes on right now; null where it does. */
  waitsFor: string | null;
}

/** What a page is told while a run is worked at. */
export interface WorkEvent {
  work: WorkState | null;
  /** Ids of rows that have changed. */
  rows: number[];
}

/** Longer side of a proof, px. */
const proofSide = 1200;
const proofSettings = { format: 'jpeg', bits: 8, quality: 85, bleed: 0, marks: false, press: null } as const;

interface Active {
  work: Work;
  state: WorkState;
  stopped: boolean;
  /** Something has changed meanwhile: it is looked through once more. */
  again: boolean;
  hands: RowHand[];
  /** What files are called, by row, while they are made. */
  names: Map<number, string>;
  ended: Promise<void>;
}

/**
 * Works at runs: rows are solved and made in processes of their own. What is to be done stands in the store, and a row is
 * done when what it was made from is what it would be made from now: so nothing is done twice, and a server that was
 * killed goes on where it was.
 */
export class RunWorks {
  private readonly active = new Map<string, Active>();
  private readonly problems = new Map<string, WorkState>();
  private readonly changes = new EventEmitter();
  private readonly ends = new EventEmitter();
  private readonly orders: RowOrders;
  private isClosed = false;
  private lastProof: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly studio: Studio,
    private readonly hands: RowHands,
  ) {
    this.orders = new RowOrders(studio);
    this.changes.setMaxListeners(200);
  }

  /** Goes on with what was being done when the server ended. */
  resume(): void {
    for (const { id, work } of this.studio.runs.atWork()) if (work) this.start(id, work);
  }

  /** @throws Problem 409 where its files are being made already */
  start(run: string, work: Work): void {
    const now = this.active.get(run);
    if (now) {
      now.again = true;
      if (work.kind === 'solve') return;
      if (now.work.kind === 'make') throw new Problem(409, 'The files of this run are being made already.');
      // Files are asked for while rows are solved: these go on with what they had, and then the files are made.
      now.stopped = true;
    }
    this.problems.delete(run);
    this.studio.runs.note(run, work);
    const state: WorkState = {
      kind: work.kind,
      done: 0,
      total: 0,
      startedAt: Date.now(),
      problem: null,
      waitsFor: null,
    };
    const active: Active = {
      work,
      state,
      stopped: false,
      again: false,
      hands: [],
      names: new Map(),
      ended: Promise.resolve(),
    };
    active.ended = (now?.ended ?? Promise.resolve()).then(() => this.carryOut(run, active));
    this.active.set(run, active);
    this.tell(run, []);
  }

  /** Stops after the rows that are being worked at. */
  async cancel(run: string): Promise<void> {
    const active = this.active.get(run);
    if (!active) return;
    active.stopped = true;
    for (const hand of active.hands) hand.kill();
    this.studio.runs.note(run, null);
    await active.ended;
  }

  stateOf(run: string): WorkState | null {
    const state = this.active.get(run)?.state;
    if (state) return { ...state, waitsFor: this.hands.waitsFor() };
    return this.problems.get(run) ?? null;
  }

  /** @returns what stops it */
  follow(run: string, each: (event: WorkEvent) => void): () => void {
    this.changes.on(run, each);
    return () => void this.changes.off(run, each);
  }

  /** @param each is told of every run whose work has ended, or has come to a stop */
  onEnd(each: (run: string) => void): void {
    this.ends.on('end', each);
  }

  /** Tells pages that rows have changed. */
  changed(run: string, rows: number[]): void {
    this.tell(run, rows);
  }

  /** Until nothing is done with a run any more. @throws Problem where the work could not go on */
  async ended(run: string): Promise<void> {
    for (let active = this.active.get(run); active; active = this.active.get(run)) await active.ended;
    const problem = this.problems.get(run)?.problem;
    if (problem) throw new Problem(422, problem);
  }

  folder(run: string, name: 'files' | 'pictures'): string {
    const folder = join(this.studio.files.run(run), name);
    mkdirSync(folder, { recursive: true });
    return folder;
  }

  /** Where a row's small picture lies; null before it is drawn. */
  pictureOf(run: string, { id, solvedFor }: Pick<StoredRow, 'id' | 'solvedFor'>): string | null {
    if (!solvedFor) return null;
    const path = this.picturePath(run, id, solvedFor);
    return existsSync(path) ? path : null;
  }

  /** What each row would be solved from now: by it the page knows which of them wait. */
  freshKeys(run: StoredRun, rows: readonly StoredRow[]): string[] {
    const given = this.orders.givenOf(run);
    return rows.map((row) => this.orders.solveKey(given, row));
  }

  /** All rows of a run with whether what was found of them is so still, some at a time. */
  async *listed(id: string): AsyncGenerator<(StoredRow & { isFresh: boolean })[]> {
    for await (const rows of this.studio.runs.rowsInTurns(id)) {
      const fresh = this.freshKeys(this.studio.runs.get(id), rows);
      yield rows.map((row, i) => ({ ...row, isFresh: row.solvedFor === fresh[i] }));
    }
  }

  close(): void {
    this.isClosed = true;
    for (const active of this.active.values()) {
      active.stopped = true;
      for (const hand of active.hands) hand.kill();
    }
  }

  private picturePath(run: string, row: number, key: string): string {
    return join(this.folder(run, 'pictures'), `${row}-${key.slice(0, 16)}.png`);
  }

  private tell(run: string, rows: number[]): void {
    this.changes.emit(run, { work: this.stateOf(run), rows } satisfies WorkEvent);
  }

  private async carryOut(run: string, active: Active): Promise<void> {
    try {
      if (active.stopped) return;
      do {
        active.again = false;
        const waiting = active.work.kind === 'make' ? this.unmade(run, active) : await this.unsolved(run, active);
        Object.assign(active.state, { done: 0, total: waiting.length });
        if (waiting.length > 0) await this.through(run, active, waiting);
      } while (active.again && !active.stopped);
    } catch (error) {
      const message = problemOf(error)?.message ?? (error instanceof Error ? error.message : String(error));
      this.problems.set(run, { ...active.state, problem: message });
    } finally {
      for (const hand of active.hands) hand.kill();
      if (this.active.get(run) === active) {
        this.active.delete(run);
        // A server that is ended goes on with it when it is started again.
        if (!this.isClosed) {
          this.noteEnd(run);
          // What has changed while files were made is solved now.
          if (active.work.kind === 'make' && !active.stopped) this.start(run, { kind: 'solve', rows: null });
          this.tell(run, []);
          // What cannot go on is not begun again by itself.
          if (!active.stopped && !this.problems.has(run)) this.ends.emit('end', run);
        }
      }
    }
  }

  private noteEnd(run: string): void {
    try {
      this.studio.runs.note(run, null);
    } catch (error) {
      console.error(error);
    }
  }

  /** Ids of the rows that have to be solved. */
  private async unsolved(id: string, { work }: Active): Promise<number[]> {
    const wanted = work.rows && new Set(work.rows);
    const found: number[] = [];
    for await (const rows of this.studio.runs.rowsInTurns(id)) {
      const given = this.orders.givenOf(this.studio.runs.get(id));
      for (const row of rows)
        if ((!wanted || wanted.has(row.id)) && row.solvedFor !== this.orders.solveKey(given, row)) found.push(row.id);
    }
    return found;
  }

  /** Ids of the rows whose files have to be made: of what is approved. */
  private unmade(id: string, active: Active): number[] {
    const run = this.studio.runs.get(id);
    const given = this.orders.givenOf(run);
    const all = this.studio.runs.rows(id);
    const wanted = active.work.rows && new Set(active.work.rows);
    const names = (active.names = this.orders.names(run, all));
    return all
      .filter((row) => (wanted ? wanted.has(row.id) : row.approved))
      .filter((row) => {
        const solveKey = this.orders.solveKey(given, row);
        // What has changed since it was approved is looked at first.
        if (row.solvedFor !== solveKey) return false;
        return row.madeFor !== this.orders.makeKey(run, solveKey, names.get(row.id)!) || !this.isThere(id, row.file);
      })
      .map((row) => row.id);
  }

  /** What the file of every row is called, and what it would be made from now: the same key, the same file. */
  wanted(id: string): { row: number; name: string; key: string }[] {
    const run = this.studio.runs.get(id);
    const given = this.orders.givenOf(run);
    const rows = this.studio.runs.rows(id);
    const names = this.orders.names(run, rows);
    return rows.map((row) => {
      const name = names.get(row.id)!;
      return { row: row.id, name, key: this.orders.makeKey(run, this.orders.solveKey(given, row), name) };
    });
  }

  private isThere(run: string, file: string | null): boolean {
    return file !== null && existsSync(join(this.folder(run, 'files'), file));
  }

  private async through(run: string, active: Active, waiting: number[]): Promise<void> {
    const next = waiting.values();
    const lane = async (): Promise<void> => {
      const hand = this.hands.hand();
      active.hands.push(hand);
      for (const id of next) {
        if (active.stopped) return;
        await this.one(run, id, active, hand);
        active.state.done++;
        this.tell(run, [id]);
      }
    };
    const lanes = Array.from({ length: this.hands.lanes(waiting.length) }, lane);
    let waitedFor: string | null = null;
    const looks = setInterval(() => {
      const waitsFor = this.hands.waitsFor();
      if (waitsFor === waitedFor) return;
      waitedFor = waitsFor;
      this.tell(run, []);
    }, 1000);
    const results = await Promise.allSettled(lanes);
    clearInterval(looks);
    for (const hand of active.hands.splice(0)) hand.kill();
    const failed = results.find((result) => result.status === 'rejected');
    if (failed && !active.stopped) throw failed.reason;
  }

  /** Solves or makes one row, as it is in the store by now. */
  private async one(runId: string, id: number, active: Active, hand: RowHand): Promise<void> {
    const { runs } = this.studio;
    const run = runs.get(runId);
    const row = this.studio.runs.rowThere(runId, id);
    if (!row) return;
    const given = this.orders.givenOf(run);
    const key = this.orders.solveKey(given, row);
    const order = this.orders.orderOf(given, row);
    try {
      await hand.give(given.design);
      if (active.work.kind === 'solve') {
        const picture = this.studio.files.working();
        const { flags } = (await hand.ask({ kind: 'solve', row: order, picture })) as RowSolved;
        if (this.hasMovedOn(runId, id, key)) {
          rmSync(picture, { force: true });
          active.again = true;
          return;
        }
        this.dropPictures(runId, id);
        this.studio.files.move(picture, this.picturePath(runId, id, key));
        runs.solved(runId, id, key, flags);
        return;
      }
      const name = active.names.get(id);
      if (name !== undefined) await this.make(run, row, { key, name, order }, hand);
    } catch (error) {
      if (active.stopped) return;
      if (problemOf(error)?.status === 507) throw error;
      const says = error instanceof Error ? error.message : String(error);
      runs.solved(runId, id, key, [{ weight: 'stop', about: 'failed', slot: null, says }]);
    }
  }

  /** Whether a row, or what it is made from, is another by now: what was found for it is of no use then. */
  private hasMovedOn(run: string, id: number, key: string): boolean {
    const row = this.studio.runs.rowThere(run, id);
    return !row || this.orders.solveKey(this.orders.givenOf(this.studio.runs.get(run)), row) !== key;
  }

  private async make(
    run: StoredRun,
    row: StoredRow,
    { key, name, order }: { key: string; name: string; order: RowOrder },
    hand: RowHand,
  ): Promise<void> {
    const { runs, files } = this.studio;
    const { side, format, bits, quality, bleed, marks, press } = run.settings.output;
    const settings = { format, bits, quality, bleed, marks, press };
    const [out, scratch] = [files.working(), files.working()];
    await hand.ask({ kind: 'make', row: order, out, scratch, side, settings });
    const folder = this.folder(run.id, 'files');
    files.move(out, join(folder, name));
    const gone = runs.made(run.id, row.id, this.orders.makeKey(run, key, name), name);
    if (gone !== null) rmSync(join(folder, gone), { force: true });
  }

  private dropPictures(run: string, row: number): void {
    const folder = this.folder(run, 'pictures');
    for (const file of readdirSync(folder)) if (file.startsWith(`${row}-`)) rmSync(join(folder, file), { force: true });
  }

  /**
   * A row as large as a customer must see it before it is printed.
   * @returns where the picture lies
   * @throws Problem 409 where the row is not solved as it is now
   */
  proof(run: string, row: number): Promise<string> {
    const next = this.lastProof.then(() => this.drawProof(run, row));
    this.lastProof = next.catch(() => undefined);
    return next;
  }

  private async drawProof(runId: string, id: number): Promise<string> {
    const { runs, files } = this.studio;
    const run = runs.get(runId);
    const row = runs.row(runId, id);
    const given = this.orders.givenOf(run);
    const key = this.orders.solveKey(given, row);
    if (row.solvedFor !== key) throw new Problem(409, 'This row is being solved. Ask for its proof again in a moment.');
    const path = join(this.folder(runId, 'pictures'), `${id}-proof-${key.slice(0, 16)}.jpg`);
    if (existsSync(path)) return path;
    const hand = this.hands.hand();
    try {
      await hand.give(given.design);
      const [out, scratch] = [files.working(), files.working()];
      const order = this.orders.orderOf(given, row);
      await hand.ask({ kind: 'make', row: order, out, scratch, side: proofSide, settings: proofSettings });
      files.move(out, path);
      return path;
    } finally {
      hand.kill();
    }
  }

  /** Puts a row's own piece on the bench. @returns the piece's id */
  toBench(run: string, row: number): Promise<string> {
    return toBench(this.studio, this.orders, run, row);
  }

  /** @see wantedOfRow */
  wantedOf(run: string, row: number): Promise<RowWanted> {
    return wantedOfRow(this.studio, this.orders, run, row);
  }

  /** Takes back everything that was done to a row by hand. */
  dropByHand(run: string, row: number): void {
    this.studio.runs.setBegun(run, row, null);
    this.studio.pieces.dropOfRun(rowPieceId(run, row));
    this.start(run, { kind: 'solve', rows: null });
  }
}
