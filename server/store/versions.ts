import type Database from 'better-sqlite3';
import { randomUUID } from 'node:crypto';
import { readPiece } from '../../core/piece/read';
import type { Piece } from '../../core/piece/schema';
import { mostVersions } from '../../core/versions/limits';
import { Problem } from '../problem';
import { pack, unpack } from './packing';

/** A named state of a piece, without the state. */
export interface VersionSummary {
  id: string;
  name: string;
  note: string;
  createdAt: number;
}

interface Row {
  id: string;
  piece_id: string;
  name: string;
  note: string;
  body: string;
  created_at: number;
}

const summaryOf = ({ id, name, note, created_at: createdAt }: Row): VersionSummary => ({ id, name, note, createdAt });

/** Named states of pieces, kept side by side. Each costs only what is new in it. */
export class VersionStore {
  constructor(private readonly database: Database.Database) {}

  /** The oldest first. */
  list(piece: string): VersionSummary[] {
    return this.database
      .prepare<[string], Row>('select * from versions where piece_id = ? order by created_at, rowid')
      .all(piece)
      .map(summaryOf);
  }

  /** @throws Problem 409 where there are as many as may be */
  keep(pieceId: string, piece: Piece, name: string, note = ''): VersionSummary {
    return this.database.transaction((): VersionSummary => {
      if (this.list(pieceId).length >= mostVersions)
        throw new Problem(
          409,
          `A piece has at most ${mostVersions} versions. Remove one that is no longer wanted.`,
          'too-many',
        );
      const id = randomUUID();
      const { body, parts } = pack(piece);
      const now = Date.now();
      this.database
        .prepare('insert into versions (id, piece_id, name, note, body, created_at) values (?, ?, ?, ?, ?, ?)')
        .run(id, pieceId, name, note, body, now);
      const part = this.database.prepare('insert or ignore into version_parts (hash, body) values (?, ?)');
      const use = this.database.prepare('insert into version_uses (version_id, hash) values (?, ?)');
      for (const [hash, text] of parts) {
        part.run(hash, text);
        use.run(id, hash);
      }
      return { id, name, note, createdAt: now };
    })();
  }

  /** The state itself, brought up to date where an older program kept it. @throws Problem 404, 422 */
  piece(pieceId: string, id: string): Piece {
    const { body } = this.row(pieceId, id);
    const part = this.database.prepare<[string], { body: string }>('select body from version_parts where hash = ?');
    try {
      return readPiece(unpack(body, (hash) => part.get(hash)?.body));
    } catch (error) {
      throw new Problem(422, `This version cannot be read. ${error instanceof Error ? error.message : ''}`.trim());
    }
  }

  /** All that can be read, with their states: one that is damaged does not keep the others from travelling. */
  readable(pieceId: string): { name: string; note: string; piece: Piece }[] {
    return this.list(pieceId).flatMap(({ id, name, note }) => {
      try {
        return [{ name, note, piece: this.piece(pieceId, id) }];
      } catch {
        return [];
      }
    });
  }

  /** @throws Problem 404 */
  change(pieceId: string, id: string, { name, note }: { name?: string; note?: string }): VersionSummary {
    const row = this.row(pieceId, id);
    this.database
      .prepare('update versions set name = ?, note = ? where id = ?')
      .run(name ?? row.name, note ?? row.note, id);
    return summaryOf(this.row(pieceId, id));
  }

  /** Takes a version away, and the parts that no other one names. @throws Problem 404 */
  remove(pieceId: string, id: string): void {
    this.row(pieceId, id);
    this.database.transaction(() => {
      this.database.prepare('delete from versions where id = ?').run(id);
      this.database.prepare('delete from version_parts where hash not in (select hash from version_uses)').run();
    })();
  }

  /** Copies all versions of a piece to another: nothing of them is kept twice. */
  copy(from: string, to: string): void {
    for (const { name, note, piece } of this.readable(from)) this.keep(to, piece, name, note);
  }

  /** How many bytes of text all versions take together. */
  bytes(): number {
    const { bytes } = this.database
      .prepare<[], { bytes: number }>(
        'select coalesce((select sum(length(body)) from version_parts), 0) + coalesce((select sum(length(body)) from versions), 0) as bytes',
      )
      .get()!;
    return bytes;
  }

  private row(pieceId: string, id: string): Row {
    const row = this.database
      .prepare<[string, string], Row>('select * from versions where id = ? and piece_id = ?')
      .get(id, pieceId);
    if (!row) throw new Problem(404, 'This version no longer exists.');
    return row;
  }
}
