import type Database from 'better-sqlite3';

/** An order as it is kept. */
export interface KeptOrder {
  id: string;
  row: number;
  cameAt: number;
  /** Key of what the file was made from that the print queue has seen; null where it has seen none. */
  handedFor: string | null;
  /** Why the print queue refused that file; null where it took it. */
  refused: string | null;
}

interface OrderRecord {
  id: string;
  row_id: number;
  came_at: number;
  handed_for: string | null;
  refused: string | null;
}

const orderOf = ({ id, row_id, came_at, handed_for, refused }: OrderRecord): KeptOrder => ({
  id,
  row: row_id,
  cameAt: came_at,
  handedFor: handed_for,
  refused,
});

/** Orders of shops, by run and the shop's own number. */
export class ShopOrderStore {
  constructor(private readonly database: Database.Database) {}

  /** The one that came last comes first. */
  list(run: string): KeptOrder[] {
    return this.database
      .prepare<[string], OrderRecord>('select * from shop_orders where run_id = ? order by came_at desc, rowid desc')
      .all(run)
      .map(orderOf);
  }

  find(run: string, id: string): KeptOrder | null {
    const found = this.database
      .prepare<[string, string], OrderRecord>('select * from shop_orders where run_id = ? and id = ?')
      .get(run, id);
    return found ? orderOf(found) : null;
  }

  /** An order and its row, kept together or not at all. @param addRow @returns the row's id */
  take(run: string, id: string, addRow: () => number): void {
    this.database.transaction(() => {
      this.database
        .prepare(
          `insert into shop_orders (run_id, id, row_id, came_at) values (?, ?, ?, ?)
           on conflict (run_id, id) do update set row_id = excluded.row_id, handed_for = null, refused = null`,
        )
        .run(run, id, addRow(), Date.now());
    })();
  }

  handed(run: string, id: string, handedFor: string, refused: string | null): void {
    this.database
      .prepare('update shop_orders set handed_for = ?, refused = ? where run_id = ? and id = ?')
      .run(handedFor, refused, run, id);
  }
}
