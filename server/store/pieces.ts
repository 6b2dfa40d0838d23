import type Database from 'better-sqlite3';
import { applyPatches, type Patch } from 'immer';
import { randomUUID } from 'node:crypto';
import '../../core/piece/edits/edit';
import { historyLength, type Direction, type HistoryStep, type Order } from '../../core/piece/orders';
import { readPiece } from '../../core/piece/read';
import { pieceVersion, type Piece } from '../../core/piece/schema';
import { folded } from '../../core/type/folded';
import { Problem } from '../problem';
import { checkNewAssets, checkWayBack } from './orderCheck';

/** A piece as it stands in the store. */
export interface StoredPiece {
  id: string;
  piece: Piece;
  version: number;
  savedAt: number;
  /** Labels of all changes that are kept, and how many of them are in force. */
  history: string[];
  historyAt: number;
  /** The place of the first of them. */
  first: number;
}

/** A line of the Shelf. */
export interface PieceSummary {
  id: string;
  name: string;
  version: number;
  width: number;
  height: number;
  ppi: number;
  updatedAt: number;
  /** Whether it can be opened: one that is damaged, or of a newer program, is left as it is. */
  isReadable: boolean;
}

interface Row {
  id: string;
  name: string;
  body: string;
  version: number;
  history_at: number;
  updated_at: number;
}

/** What an order is answered with. */
export interface Saved {
  version: number;
  savedAt: number;
}

/** A part of the Shelf; how many pieces were found, and how many there are. */
export interface ShelfPart {
  pieces: PieceSummary[];
  found: number;
  all: number;
}

/** How many answers are kept for each piece, in case an order is sent again. */
const ordersKept = 500;

export class PieceStore {
  constructor(private readonly database: Database.Database) {
    this.bringUpToDate();
  }

  /** Rewrites pieces of older formats. Their history speaks of what is no longer there, so it begins anew. */
  private bringUpToDate(): void {
    const old = this.database
      .prepare<[number], { id: string; body: string }>(
        "select id, body from pieces where json_valid(body) and json_extract(body, '$.version') < ?",
      )
      .all(pieceVersion);
    this.database.transaction(() => {
      for (const { id, body } of old) {
        const piece = readOrNull(body);
        // One that cannot be read is set aside: it stays as it is, and is told of on the Shelf.
        if (!piece) continue;
        this.database.prepare('update pieces set body = ?, history_at = 0 where id = ?').run(JSON.stringify(piece), id);
        this.database.prepare('delete from history where piece_id = ?').run(id);
      }
    })();
  }

  /** All pieces of the Shelf, the newest first. */
  list(): PieceSummary[] {
    return this.names().map(({ id }) => this.summary(id));
  }

  /** A part of the Shelf, the newest first: of those in whose names there is what is searched for, whatever its case and accents. */
  shelf(search: string, from: number, count: number): ShelfPart {
    const all = this.names();
    const wanted = folded(search.trim());
    const found = wanted === '' ? all : all.filter(({ name }) => folded(name).includes(wanted));
    return {
      pieces: found.slice(from, from + count).map(({ id }) => this.summary(id)),
      found: found.length,
      all: all.length,
    };
  }

  /** From an index: the pieces themselves are not read. */
  private names(): { id: string; name: string }[] {
    return this.database
      .prepare<[], { id: string; name: string }>(
        'select id, name from pieces where deleted_at is null and of_run is null order by updated_at desc, id',
      )
      .all();
  }

  private summary(of: string): PieceSummary {
    const { id, name, version, body, updated_at: updatedAt } = this.row(of);
    const sheet = sheetOf(body);
    const { width, height, ppi } = sheet ?? { width: 0, height: 0, ppi: 0 };
    return { id, name, version, width, height, ppi, updatedAt, isReadable: sheet !== null };
  }

  /** @throws Problem 404 */
  get(id: string): StoredPiece {
    const row = this.row(id);
    const history = this.database
      .prepare<[string], { label: string }>('select label from history where piece_id = ? order by place')
      .all(id)
      .map((entry) => entry.label);
    const { first } = this.database
      .prepare<[string], { first: number | null }>('select min(place) as first from history where piece_id = ?')
      .get(id)!;
    return {
      id,
      piece: pieceIn(row),
      version: row.version,
      savedAt: row.updated_at,
      history,
      historyAt: row.history_at - (first ?? row.history_at),
      first: first ?? row.history_at,
    };
  }

  /** Names of the pieces that use an asset, now, before an undo, in a version, or in the bin. */
  using(sha256: string): string[] {
    return this.database
      .prepare<{ sha256: string }, { name: string }>(
        `select name from pieces where instr(body, @sha256) > 0
           or exists (select 1 from history where piece_id = pieces.id and instr(inverse || patches, @sha256) > 0)
           or exists (select 1 from versions left join version_uses on version_id = id left join version_parts using (hash)
             where piece_id = pieces.id and instr(versions.body || coalesce(version_parts.body, ''), @sha256) > 0)
         order by name`,
      )
      .all({ sha256 })
      .map(({ name }) => name);
  }

  /** SHA-256 of every file that a piece names, now, before an undo, in a version, or in the bin. */
  allNamed(): Set<string> {
    const named = new Set<string>();
    const texts = this.database
      .prepare<[], { text: string }>(
        'select body as text from pieces union all select inverse || patches from history union all select body from versions union all select body from version_parts union all select sha256 from run_pictures',
      )
      .iterate();
    for (const { text } of texts) for (const [sha256] of text.matchAll(/[0-9a-f]{64}/g)) named.add(sha256);
    return named;
  }

  /**
   * Puts the piece of a run's row in its place, as if it had just come: for work on one row by hand. It stands on no
   * shelf.
   */
  putOfRun(run: string, id: string, piece: Piece): void {
    const now = Date.now();
    this.database.transaction(() => {
      const known = this.database
        .prepare<[string], { version: number }>('select version from pieces where id = ?')
        .get(id);
      this.database.prepare('delete from pieces where id = ?').run(id);
      this.database
        .prepare(
          'insert into pieces (id, name, body, version, created_at, updated_at, of_run) values (?, ?, ?, ?, ?, ?, ?)',
        )
        .run(id, piece.name, JSON.stringify(piece), (known?.version ?? 0) + 1, now, now, run);
    })();
  }

  /** Takes the piece of a run's row away for good. */
  dropOfRun(id: string): void {
    this.database.prepare('delete from pieces where id = ? and of_run is not null').run(id);
  }

  /** Which version of a piece is the newest: cheaper than the piece. @throws Problem 404 */
  versionOf(id: string): number {
    const row = this.database
      .prepare<[string], { version: number }>('select version from pieces where id = ? and deleted_at is null')
      .get(id);
    if (!row) throw new Problem(404, 'This piece no longer exists.');
    return row.version;
  }

  /** Whether there is such a piece, on a shelf or as the row of a run. */
  has(id: string): boolean {
    return this.database.prepare('select 1 from pieces where id = ? and deleted_at is null').get(id) !== undefined;
  }

  create(piece: Piece, id: string = randomUUID()): string {
    const now = Date.now();
    this.database
      .prepare('insert into pieces (id, name, body, version, created_at, updated_at) values (?, ?, ?, 1, ?, ?)')
      .run(id, piece.name, JSON.stringify(piece), now, now);
    return id;
  }

  /**
   * Carries out an order that was made on the version named; one that was carried out before is only answered.
   * @throws Problem 409 when the piece has moved on or there is nothing to undo, 422 when it would break the piece
   */
  carryOut(id: string, version: number, order: Order): Saved {
    return this.database.transaction((): Saved => {
      const row = this.row(id);
      const known = this.answered(id, order.id);
      if (known) return known;
      if (row.version !== version)
        throw new Problem(
          409,
          'This piece was changed elsewhere in the meantime. Those changes were kept.',
          'moved-on',
        );
      if (order.kind === 'edit') this.edit(row, order);
      else if (order.kind === 'settle') this.write(row, order.patches as Patch[], row.history_at, { isNew: true });
      else this.step(row, order.kind);
      return this.remember(id, order.id);
    })();
  }

  /** The answer to an order that was carried out. */
  answered(id: string, order: string): Saved | undefined {
    return this.database
      .prepare<[string, string], Saved>('select version, saved_at as savedAt from orders where piece_id = ? and id = ?')
      .get(id, order);
  }

  /** Gives a piece another name: no step of its history, so that whoever works on it is not held up. */
  rename(id: string, name: string): StoredPiece {
    const row = this.row(id);
    const piece = readPiece({ ...pieceIn(row), name });
    this.database
      .prepare('update pieces set name = ?, body = ?, updated_at = ? where id = ?')
      .run(piece.name, JSON.stringify(piece), Date.now(), id);
    return this.get(id);
  }

  /** One step of history. @param place counted from `StoredPiece.first` @throws Problem 404 */
  historyStep(id: string, place: number): HistoryStep {
    const entry = this.entry(id, place);
    if (!entry) throw new Problem(404, 'This step of history is no longer kept.');
    return JSON.parse(`{"patches":${entry.patches},"inverse":${entry.inverse}}`) as HistoryStep;
  }

  private entry(id: string, place: number): { patches: string; inverse: string } | undefined {
    return this.database
      .prepare<[string, number], { patches: string; inverse: string }>(
        'select patches, inverse from history where piece_id = ? and place = ?',
      )
      .get(id, place);
  }

  private edit(row: Row, { label, patches, inverse }: Extract<Order, { kind: 'edit' }>): void {
    this.write(row, patches as Patch[], row.history_at + 1, { isNew: true, inverse: inverse as Patch[] });
    this.database.prepare('delete from history where piece_id = ? and place >= ?').run(row.id, row.history_at);
    this.database
      .prepare('insert into history (piece_id, place, label, patches, inverse, made_at) values (?, ?, ?, ?, ?, ?)')
      .run(row.id, row.history_at, label, JSON.stringify(patches), JSON.stringify(inverse), Date.now());
    this.database
      .prepare('delete from history where piece_id = ? and place < ?')
      .run(row.id, row.history_at + 1 - historyLength);
  }

  private step(row: Row, direction: Direction): void {
    const place = direction === 'undo' ? row.history_at - 1 : row.history_at;
    const entry = this.entry(row.id, place);
    if (!entry)
      throw new Problem(
        409,
        direction === 'undo' ? 'There is nothing to undo.' : 'There is nothing to redo.',
        'nothing',
      );
    const patches = JSON.parse(direction === 'undo' ? entry.inverse : entry.patches) as Patch[];
    this.write(row, patches, direction === 'undo' ? place : place + 1);
  }

  /** Keeps the answer to an order; old ones are forgotten. */
  private remember(id: string, order: string): Saved {
    const { version, updated_at: savedAt } = this.row(id);
    this.database
      .prepare('insert into orders (piece_id, id, version, saved_at) values (?, ?, ?, ?)')
      .run(id, order, version, savedAt);
    this.database.prepare('delete from orders where piece_id = ? and version <= ?').run(id, version - ordersKept);
    return { version, savedAt };
  }

  remove(id: string): void {
    this.row(id);
    this.database.prepare('update pieces set deleted_at = ? where id = ?').run(Date.now(), id);
  }

  /** Brings a deleted piece back. */
  restore(id: string): void {
    const { changes } = this.database.prepare('update pieces set deleted_at = null where id = ?').run(id);
    if (changes === 0) throw new Problem(404, 'This piece is no longer on the Shelf.');
  }

  /** A piece in itself equal to another, with a history of its own. */
  duplicate(id: string): string {
    const { piece } = this.get(id);
    return this.create({ ...piece, name: `${piece.name.slice(0, 190)} copy` });
  }

  private row(id: string): Row {
    const row = this.database
      .prepare<[string], Row>(
        'select id, name, body, version, history_at, updated_at from pieces where id = ? and deleted_at is null',
      )
      .get(id);
    if (!row) throw new Problem(404, 'This piece is not on the Shelf.');
    return row;
  }

  /** @param isNew what comes from outside is checked: the files that it brings, and that its way back leads back */
  private write(
    row: Row,
    patches: Patch[],
    historyAt: number,
    { isNew = false, inverse }: { isNew?: boolean; inverse?: Patch[] } = {},
  ): void {
    const before = pieceIn(row);
    const after = checked(() => applyPatches(before, patches));
    const piece = checked(() => readPiece(after));
    if (inverse)
      checkWayBack(
        before,
        checked(() => applyPatches(after, inverse)),
      );
    if (isNew) checkNewAssets(this.database, before, piece);
    this.database
      .prepare('update pieces set name = ?, body = ?, version = ?, history_at = ?, updated_at = ? where id = ?')
      .run(piece.name, JSON.stringify(piece), row.version + 1, historyAt, Date.now(), row.id);
  }
}

function readOrNull(body: string): Piece | null {
  try {
    return readPiece(JSON.parse(body));
  } catch {
    return null;
  }
}

/** @throws Problem 422 for a piece that is damaged, or of a newer program */
function pieceIn({ name, body }: Row): Piece {
  const piece = readOrNull(body);
  if (piece) return piece;
  throw new Problem(
    422,
    `“${name}” cannot be read: it is damaged, or was made by a newer Inky Veil. It is left as it is; all others work.`,
    'unreadable',
  );
}

/** The sheet of a piece, without reading all of it; null where that cannot be read. */
function sheetOf(body: string): Piece['sheet'] | null {
  try {
    const { version, sheet } = JSON.parse(body) as Partial<Piece>;
    const isKnown = typeof version === 'number' && version <= pieceVersion;
    return isKnown && sheet && Number.isFinite(sheet.width) && Number.isFinite(sheet.height) ? sheet : null;
  } catch {
    return null;
  }
}

function checked(read: () => Piece): Piece {
  try {
    return read();
  } catch (error) {
    throw new Problem(422, error instanceof Error ? error.message : 'This change cannot be kept.');
  }
}
