import { randomUUID } from 'node:crypto';
import type Database from 'better-sqlite3';
import { z } from 'zod';
import { readPiece } from '../../core/piece/read';
import type { Piece } from '../../core/piece/schema';
import { weightOf, type Flag } from '../../core/runs/flags';
import type { RunPicture } from '../../core/runs/pictures';
import { runSchema, type RunSettings, type TableEdit } from '../../core/runs/settings';
import { pictureKey } from '../../core/runs/table/matchColumns';
import { tableLimits, type Table } from '../../core/runs/table/readTable';
import { Problem } from '../problem';

/** What is being done with a run: its rows are solved, or their files are made. */
export const workSchema = z.strictObject({
  kind: z.enum(['solve', 'make']),
  /** Ids of the rows; null for all of them. */
  rows: z.array(z.int()).nullable(),
});
export type Work = z.infer<typeof workSchema>;

export interface StoredRun {
  id: string;
  name: string;
  piece: string;
  settings: RunSettings;
  work: Work | null;
  updatedAt: number;
}

export interface StoredRow {
  /** Stays with the row; rows are in its order. */
  id: number;
  cells: Record<string, string>;
  approved: boolean;
  solvedFor: string | null;
  flags: Flag[];
  weight: number;
  madeFor: string | null;
  file: string | null;
  /** Somebody has worked at its own piece. */
  byHand: boolean;
}

interface RunRecord {
  id: string;
  piece_id: string;
  name: string;
  body: string;
  work: string | null;
  updated_at: number;
}

interface RowRecord {
  id: number;
  cells: string;
  approved: number;
  solved_for: string | null;
  flags: string | null;
  weight: number;
  made_for: string | null;
  file: string | null;
  by_hand: number;
}

const rowFields = 'id, cells, approved, solved_for, flags, weight, made_for, file, begun is not null as by_hand';

/** So many rows are read in a few ms. */
const rowsAtATime = 500;

/** The id of the piece that a row has for work by hand. */
export const rowPieceId = (run: string, row: number): string => `row-${run}-${row}`;

const runOf = ({ id, piece_id: piece, name, body, work, updated_at: updatedAt }: RunRecord): StoredRun => ({
  id,
  name,
  piece,
  settings: runSchema.parse(JSON.parse(body)),
  work: work === null ? null : workSchema.parse(JSON.parse(work)),
  updatedAt,
});

const rowOf = ({ id, cells, approved, solved_for, flags, weight, made_for, file, by_hand }: RowRecord): StoredRow => ({
  id,
  cells: JSON.parse(cells) as Record<string, string>,
  approved: approved === 1,
  solvedFor: solved_for,
  flags: flags === null ? [] : (JSON.parse(flags) as Flag[]),
  weight,
  madeFor: made_for,
  file,
  byHand: by_hand === 1,
});

/** Runs, their rows and the pictures that came with them. */
export class RunStore {
  constructor(private readonly database: Database.Database) {}

  /** The one changed last comes first. */
  list(): (StoredRun & { rows: number; approved: number })[] {
    return this.database
      .prepare<[], RunRecord & { rows: number; approved: number }>(
        `select runs.*, count(run_rows.id) as rows, coalesce(sum(run_rows.approved), 0) as approved
         from runs join pieces on pieces.id = piece_id and pieces.deleted_at is null
         left join run_rows on run_id = runs.id group by runs.id order by runs.updated_at desc, runs.rowid desc`,
      )
      .all()
      .map((record) => ({ ...runOf(record), rows: record.rows, approved: record.approved }));
  }

  /** @throws Problem 404 */
  get(id: string): StoredRun {
    const record = this.database.prepare<[string], RunRecord>('select * from runs where id = ?').get(id);
    if (!record) throw new Problem(404, 'This run no longer exists.');
    return runOf(record);
  }

  create(piece: string, name: string, settings: RunSettings, id: string = randomUUID()): string {
    const now = Date.now();
    this.database
      .prepare('insert into runs (id, piece_id, name, body, created_at, updated_at) values (?, ?, ?, ?, ?, ?)')
      .run(id, piece, name, JSON.stringify(settings), now, now);
    return id;
  }

  change(id: string, { name, settings }: { name?: string; settings?: Partial<RunSettings> }): StoredRun {
    const before = this.get(id);
    const next = runSchema.parse({ ...before.settings, ...settings });
    this.database
      .prepare('update runs set name = ?, body = ?, updated_at = ? where id = ?')
      .run(name ?? before.name, JSON.stringify(next), Date.now(), id);
    return this.get(id);
  }

  remove(id: string): void {
    this.get(id);
    this.database.prepare('delete from runs where id = ?').run(id);
  }

  /** Notes what is being done, so that a server that was killed goes on with it; null when it has ended. */
  note(id: string, work: Work | null): void {
    this.database.prepare('update runs set work = ? where id = ?').run(work && JSON.stringify(work), id);
  }

  atWork(): StoredRun[] {
    return this.database.prepare<[], RunRecord>('select * from runs where work is not null').all().map(runOf);
  }

  rows(run: string): StoredRow[] {
    return this.database
      .prepare<[string], RowRecord>(`select ${rowFields} from run_rows where run_id = ? order by id`)
      .all(run)
      .map(rowOf);
  }

  /** All rows, some at a time: what else is asked of the server comes in between. */
  async *rowsInTurns(run: string): AsyncGenerator<StoredRow[]> {
    const some = this.database.prepare<[string, number, number], RowRecord>(
      `select ${rowFields} from run_rows where run_id = ? and id > ? order by id limit ?`,
    );
    for (let after = 0; ;) {
      const rows = some.all(run, after, rowsAtATime).map(rowOf);
      if (rows.length === 0) return;
      yield rows;
      after = rows[rows.length - 1].id;
      await new Promise((resolve) => setImmediate(resolve));
    }
  }

  /** @throws Problem 404 */
  row(run: string, id: number): StoredRow {
    const row = this.rowThere(run, id);
    if (!row) throw new Problem(404, 'This row is no longer in the run.');
    return row;
  }

  /** @returns null where it is gone */
  rowThere(run: string, id: number): StoredRow | null {
    const record = this.database
      .prepare<[string, number], RowRecord>(`select ${rowFields} from run_rows where run_id = ? and id = ?`)
      .get(run, id);
    return record ? rowOf(record) : null;
  }

  /** Puts a table in the place of the run's rows, or below them where it has the same columns. */
  fill(run: string, { columns, rows }: Table, isAdded: boolean): void {
    const before = this.get(run).settings.columns;
    const all = isAdded ? [...before, ...columns.filter((one) => !before.includes(one))] : columns;
    this.database.transaction(() => {
      if (!isAdded) {
        this.database.prepare('delete from run_rows where run_id = ?').run(run);
        this.database.prepare('delete from pieces where of_run = ?').run(run);
      }
      this.change(run, { settings: { columns: all } });
      this.insert(
        run,
        rows.map((cells) => ({ row: null, cells: Object.fromEntries(columns.map((name, i) => [name, cells[i]])) })),
      );
    })();
  }

  /** Carries out changes of the table together. @throws Problem 404, 409 */
  edit(run: string, edits: readonly TableEdit[]): void {
    const now = Date.now();
    this.database.transaction(() => {
      for (const edit of edits) this.carryOut(run, edit);
      this.database.prepare('update runs set updated_at = ? where id = ?').run(now, run);
    })();
  }

  private carryOut(run: string, edit: TableEdit): void {
    if (edit.kind === 'add') return this.insert(run, edit.rows);
    if (edit.kind === 'cells') {
      const { cells } = this.row(run, edit.row);
      this.database
        .prepare('update run_rows set cells = ?, approved = 0 where run_id = ? and id = ?')
        .run(JSON.stringify({ ...cells, ...edit.cells }), run, edit.row);
      return;
    }
    const statement =
      edit.kind === 'remove'
        ? this.database.prepare<[string, number]>('delete from run_rows where run_id = ? and id = ?')
        : this.database.prepare<[string, number]>(
            `update run_rows set approved = ${edit.approved ? 1 : 0} where run_id = ? and id = ?`,
          );
    for (const row of edit.rows) {
      statement.run(run, row);
      if (edit.kind === 'remove') this.database.prepare('delete from pieces where id = ?').run(rowPieceId(run, row));
    }
  }

  /** @param rows with the ids that they had, or null for new ones */
  private insert(run: string, rows: readonly { row: number | null; cells: Record<string, string> }[]): void {
    const { most, count } = this.database
      .prepare<[string], { most: number; count: number }>(
        'select coalesce(max(id), 0) as most, count(*) as count from run_rows where run_id = ?',
      )
      .get(run)!;
    if (count + rows.length > tableLimits.rows)
      throw new Problem(413, `A run has at most ${tableLimits.rows.toLocaleString('en')} rows. Part it into several.`);
    const insert = this.database.prepare('insert or ignore into run_rows (run_id, id, cells) values (?, ?, ?)');
    let next = most + 1;
    for (const { row, cells } of rows) insert.run(run, row ?? next++, JSON.stringify(cells));
  }

  /** A further row at the end. @returns its id */
  add(run: string, cells: Record<string, string>): number {
    this.edit(run, [{ kind: 'add', rows: [{ row: null, cells }] }]);
    return this.database
      .prepare<[string], { last: number }>('select max(id) as last from run_rows where run_id = ?')
      .get(run)!.last;
  }

  solved(run: string, id: number, solvedFor: string, flags: readonly Flag[]): void {
    this.database
      .prepare(
        `update run_rows set approved = case when solved_for is null or solved_for = @key then approved else 0 end,
         solved_for = @key, flags = @flags, weight = @weight where run_id = @run and id = @id`,
      )
      .run({ key: solvedFor, flags: JSON.stringify(flags), weight: weightOf(flags), run, id });
  }

  /**
   * Notes the file that was made of a row. Another row that had a file of this name has none any more.
   * @returns the name that the row's file had before, where no row has a file of that name now; null otherwise
   */
  made(run: string, id: number, madeFor: string, file: string): string | null {
    return this.database.transaction((): string | null => {
      const before = this.row(run, id).file;
      this.database
        .prepare('update run_rows set made_for = null, file = null where run_id = ? and file = ? and id <> ?')
        .run(run, file, id);
      this.database
        .prepare('update run_rows set made_for = ?, file = ? where run_id = ? and id = ?')
        .run(madeFor, file, run, id);
      const isKept = this.database.prepare('select 1 from run_rows where run_id = ? and file = ?').get(run, before);
      return isKept ? null : before;
    })();
  }

  /** What a row's own piece was begun from; null where nobody works at it by hand. */
  begun(run: string, id: number): Piece | null {
    const found = this.database
      .prepare<[string, number], { begun: string | null }>('select begun from run_rows where run_id = ? and id = ?')
      .get(run, id);
    return found?.begun ? readPiece(JSON.parse(found.begun)) : null;
  }

  setBegun(run: string, id: number, piece: Piece | null): void {
    this.database
      .prepare('update run_rows set begun = ? where run_id = ? and id = ?')
      .run(piece && JSON.stringify(piece), run, id);
  }

  pictures(run: string): Map<string, RunPicture> {
    const all = this.database
      .prepare<[string], Omit<RunPicture, 'keep'> & { key: string; keep: string | null }>(
        'select key, name, sha256, width, height, keep from run_pictures where run_id = ? order by name',
      )
      .all(run);
    return new Map(
      all.map(({ key, keep, ...picture }) => [
        key,
        keep === null ? picture : { ...picture, keep: JSON.parse(keep) as [number, number] },
      ]),
    );
  }

  /** Another picture of the same name takes its place; what must be seen of that one says nothing of this. */
  addPicture(run: string, { name, sha256, width, height }: RunPicture): void {
    this.database
      .prepare(
        `insert into run_pictures (run_id, key, name, sha256, width, height) values (?, ?, ?, ?, ?, ?)
         on conflict (run_id, key) do update set name = excluded.name, sha256 = excluded.sha256, width = excluded.width,
         height = excluded.height, keep = case when sha256 = excluded.sha256 then keep end`,
      )
      .run(run, pictureKey(name), name, sha256, width, height);
  }

  /** What must be seen of a picture; null: it is looked for. @throws Problem 404 */
  keepOfPicture(run: string, name: string, keep: [number, number] | null): void {
    const { changes } = this.database
      .prepare('update run_pictures set keep = ? where run_id = ? and key = ?')
      .run(keep && JSON.stringify(keep), run, pictureKey(name));
    if (changes === 0) throw new Problem(404, `There is no picture "${name}" in this run.`);
  }
}
