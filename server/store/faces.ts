import type Database from 'better-sqlite3';
import { readFileSync } from 'node:fs';
import { readFacts, type FaceFacts } from '../../core/type/faceFacts';
import type { StoredAsset } from './assets';
import type { Files } from './files';

/** A face of the type case. */
export interface StoredFace extends StoredAsset {
  facts: FaceFacts;
}

export class FaceStore {
  constructor(
    private readonly database: Database.Database,
    private readonly files: Files,
  ) {}

  /** Faces that came in before facts were kept are read now. */
  with(asset: StoredAsset): StoredFace {
    const known = this.database
      .prepare<[string], { facts: string }>('select facts from faces where sha256 = ?')
      .get(asset.sha256);
    if (known) return { ...asset, facts: JSON.parse(known.facts) as FaceFacts };
    const facts = readFacts(readFileSync(this.files.asset(asset.sha256)));
    this.add(asset.sha256, facts);
    return { ...asset, facts };
  }

  add(sha256: string, facts: FaceFacts): void {
    this.database
      .prepare(
        'insert into faces (sha256, facts) values (?, ?) on conflict (sha256) do update set facts = excluded.facts',
      )
      .run(sha256, JSON.stringify(facts));
  }
}
