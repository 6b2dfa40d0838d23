import { wordsOf } from '../../core/piece/words';
import type { Piece } from '../../core/piece/schema';
import { withOwn } from '../../core/runs/own';
import { Problem } from '../problem';
import type { Studio } from '../studio';
import type { RowFilled, RowOrder } from './orders';
import { RowChild } from './rowChild';
import type { RowOrders } from './rowOrders';
import { rowPieceId, type StoredRun } from './store';

/** What a row is made from, and its piece as its values make it now. */
async function filledRow(
  studio: Studio,
  orders: RowOrders,
  runId: string,
  row: number,
): Promise<{ run: StoredRun; order: RowOrder; plain: Piece }> {
  const { runs } = studio;
  const run = runs.get(runId);
  const given = orders.givenOf(run);
  const order = orders.orderOf(given, runs.row(runId, row));
  const child = new RowChild(studio.buildFolder);
  try {
    await child.give(given.design);
    const { piece: plain } = (await child.ask({ kind: 'fill', row: order })) as RowFilled;
    return { run, order, plain };
  } finally {
    child.kill();
  }
}

/**
 * Puts a row's own piece on the bench: as its values make it now, with what was done to it by hand before.
 * @returns the piece's id
 */
export async function toBench(studio: Studio, orders: RowOrders, runId: string, row: number): Promise<string> {
  const { runs, pieces } = studio;
  const { run, order, plain } = await filledRow(studio, orders, runId, row);
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
}

/** What roughs of a row are made from: its photograph, its words, and the shape of its sheet. */
export interface RowWanted {
  plate: string;
  words: string;
  width: number;
  height: number;
}

/** @throws Problem 422 where the row has no photograph, or no words */
export async function wantedOfRow(studio: Studio, orders: RowOrders, runId: string, row: number): Promise<RowWanted> {
  const { order, plain } = await filledRow(studio, orders, runId, row);
  const { plates, assets, sheet, letterings } = withOwn(plain, order.own).piece;
  const plate = plates.map(({ asset }) => assets[asset].sha256).find((one) => one !== undefined);
  if (plate === undefined) throw new Problem(422, 'This row has no photograph: roughs are made for one.');
  const words = wordsOf(letterings);
  if (words.trim() === '') throw new Problem(422, 'This row has no words: roughs are made for some.');
  return { plate, words, width: sheet.width, height: sheet.height };
}
