import type Database from 'better-sqlite3';
import type { Asset } from '../../core/piece/schema';
import { Problem } from '../problem';

/** A file in the store. */
export interface StoredAsset {
  sha256: string;
  kind: Asset['kind'];
  name: string;
  mime: string;
  bytes: number;
  width: number | null;
  height: number | null;
  channels: 1 | 3 | 4 | null;
  shipped: 0 | 1;
}

const columns = 'sha256, kind, name, mime, bytes, width, height, channels, shipped';

export class AssetStore {
  constructor(private readonly database: Database.Database) {}

  find(sha256: string): StoredAsset | undefined {
    return this.database.prepare<[string], StoredAsset>(`select ${columns} from assets where sha256 = ?`).get(sha256);
  }

  /** @throws Problem 404 */
  get(sha256: string): StoredAsset {
    const asset = this.find(sha256);
    if (!asset) throw new Problem(404, 'This file is not in the store.');
    return asset;
  }

  list(kind: Asset['kind']): StoredAsset[] {
    return this.database
      .prepare<[string], StoredAsset>(
        `select ${columns} from assets where kind = ? order by shipped desc, created_at, name`,
      )
      .all(kind);
  }

  /** Solved mattes and fronts that came into the store before a time, ms. */
  solvedBefore(time: number): StoredAsset[] {
    return this.database
      .prepare<[number], StoredAsset>(
        `select ${columns} from assets where kind in ('matte', 'front') and shipped = 0 and created_at < ?`,
      )
      .all(time);
  }

  /** Of every file in the store. */
  hashes(): string[] {
    return this.database
      .prepare<[], { sha256: string }>('select sha256 from assets')
      .all()
      .map(({ sha256 }) => sha256);
  }

  remove(sha256: string): void {
    this.database.prepare('delete from assets where sha256 = ?').run(sha256);
  }

  /** Keeps an asset's record; one that is there already stays as it is. */
  add(asset: StoredAsset): void {
    this.database
      .prepare(
        `insert into assets (${columns}, created_at) values (@sha256, @kind, @name, @mime, @bytes, @width, @height, @channels, @shipped, @created_at) on conflict do nothing`,
      )
      .run({ ...asset, created_at: Date.now() });
  }
}
