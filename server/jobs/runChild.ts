import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { startTilePool, type TilePool } from '../render/tilePool';
import { RowWork } from '../runs/rowWork';
import { endWithServer } from './withServer';
import type { RunAnswer, RunOrder } from '../runs/orders';

// Rows of runs, one after the other: each order is answered before the next one comes.
const folder = dirname(fileURLToPath(import.meta.url));
let pool: TilePool | null = null;
let work: RowWork | null = null;

async function carryOut(order: RunOrder): Promise<RunAnswer> {
  if (order.kind === 'design') {
    work = new RowWork(order.design, () => (pool ??= startTilePool(folder, 1)));
    return { result: null };
  }
  if (!work) throw new Error('No design has come yet.');
  if (order.kind === 'fill') return { result: await work.plain(order) };
  if (order.kind === 'solve') return { result: await work.solve(order) };
  await work.make(order);
  return { result: null };
}

process.on('message', (order) => {
  carryOut(order as RunOrder)
    .catch((error: unknown): RunAnswer => ({ problem: error instanceof Error ? error.message : String(error) }))
    .then((answer) => process.send!(answer))
    .catch(() => process.exit(1));
});
endWithServer();
