import type Database from 'better-sqlite3';
import type { Survey } from '../../core/survey';

/** Surveys of plates by the hash of their bytes. */
export class SurveyStore {
  constructor(private readonly database: Database.Database) {}

  /** @returns null where there is none, or one by older measures */
  find(sha256: string, version: string): Survey | null {
    const row = this.database
      .prepare<[string, string], { found: string }>('select found from surveys where sha256 = ? and version = ?')
      .get(sha256, version);
    return row ? (JSON.parse(row.found) as Survey) : null;
  }

  keep(sha256: string, version: string, survey: Survey): void {
    this.database
      .prepare(
        `insert into surveys (sha256, version, found, taken_at) values (?, ?, ?, ?)
         on conflict (sha256) do update set version = excluded.version, found = excluded.found, taken_at = excluded.taken_at`,
      )
      .run(sha256, version, JSON.stringify(survey), Date.now());
  }
}
