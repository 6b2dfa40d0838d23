import { withOwn } from '../../core/runs/own';
import type { Studio } from '../studio';
import type { RowFilled } from './orders';
import { RowChild } from './rowChild';
import type { RowOrders } from './rowOrders';
import { rowPieceId } from './store';

/**
 * Puts a row's own piece on the bench: as its values make it now, with what was done to it by hand before.
 * @returns the piece's id
 */
export async function toBench(studio: Studio, orders: RowOrders, runId: string, row: number): Promise<string> {
  const { runs, pieces } = studio;
  const run = runs.get(runId);
  const stored = runs.row(runId, row);
  const given = orders.givenOf(run);
  const order = orders.orderOf(given, stored);
  const child = new RowChild(studio.buildFolder);
  try {
    await child.give(given.design);
    const { piece: plain } = (await child.ask({ kind: 'fill', row: order })) as RowFilled;
    const number = runs.rows(runId).findIndex(({ id }) => id === row) + 1;
    const begun = { ...plain, name: `${run.name}, row ${number}`.slice(0, 200) };
    const id = rowPieceId(runId, row);
    // Nothing has changed since: its history goes on.
    const known = runs.begun(runId, row);
    if (known && pieces.has(id) && JSON.stringify({ ...known, name: '' }) === JSON.stringify({ ...begun, name: '' }))
      return id;
    pieces.putOfRun(runId, id, withOwn(begun, order.own).piece);
    runs.setBegun(runId, row, begun);
    return id;
  } finally {
    child.kill();
  }
}
