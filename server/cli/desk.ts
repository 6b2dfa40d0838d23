import { mkdirSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import type { OrderStanding, ShopOrder } from '../../core/runs/desk';
import type { RunSettings } from '../../core/runs/settings';
import { endWith } from '../endWith';
import { knownValues, madeUpOrders } from '../runs/desk/madeUp';

const usage = `A shop that is not there: it places made-up orders with a run and tells what becomes of them.

  npm run desk -- --run ID [--server http://127.0.0.1:4680] [--orders 12] [--seed 1] [--every 500] [--into FOLDER]

--run     the run's id, the end of its page's address; its order desk must be open
--orders  how many, 1 to 1000
--seed    the same seed, the same orders
--every   ms from one order to the next
--into    lays orders as files into this folder (runs/ID/orders in the data folder) instead of posting them`;

interface Order {
  server: string;
  run: string;
  orders: number;
  seed: number;
  every: number;
  into: string | null;
}

function readOrder(): Order {
  const text = { type: 'string' } as const;
  const { values } = parseArgs({
    options: { server: text, run: text, orders: text, seed: text, every: text, into: text, help: { type: 'boolean' } },
  });
  if (values.help || !values.run) throw new Error(usage);
  const number = (name: 'orders' | 'seed' | 'every', standard: number, least: number, most: number): number => {
    const value = Number(values[name] ?? standard);
    if (!Number.isInteger(value) || value < least || value > most)
      throw new Error(`--${name}: "${values[name]}" is no whole number from ${least} to ${most}.`);
    return value;
  };
  return {
    server: (values.server ?? 'http://127.0.0.1:4680').replace(/\/+$/, ''),
    run: values.run,
    orders: number('orders', 12, 1, 1000),
    seed: number('seed', 1, 0, 1_000_000),
    every: number('every', 500, 0, 3_600_000),
    into: values.into ?? null,
  };
}

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** A server that other machines can reach asks for a key. */
const key: Record<string, string> = process.env.INKY_KEY ? { authorization: `Bearer ${process.env.INKY_KEY}` } : {};

/** A server that does not answer is asked again: the same order twice is one. @throws Error where it refuses */
async function ask<Answer>(address: string, body?: unknown): Promise<Answer> {
  for (let tries = 0; ; tries++) {
    let answer: Response;
    try {
      answer = await fetch(
        address,
        body === undefined
          ? { headers: key }
          : { method: 'POST', body: JSON.stringify(body), headers: { 'content-type': 'application/json', ...key } },
      );
    } catch {
      if (tries === 0) console.error('The server does not answer: it is asked again until it does.');
      await pause(1000);
      continue;
    }
    const said = (await answer.json()) as Answer & { message?: string };
    if (!answer.ok) throw new Error(said.message ?? `The server answered with ${answer.status}.`);
    return said;
  }
}

/** As files in a folder: whole at once, its pictures before the order that names them. */
function lay(folder: string, { order, values, pictures }: ShopOrder): void {
  mkdirSync(folder, { recursive: true });
  const named = Object.fromEntries(pictures.map(({ name }) => [name, `${order} ${name}`]));
  for (const { name, data } of pictures) writeFileSync(join(folder, named[name]), Buffer.from(data, 'base64'));
  const own = Object.fromEntries(Object.entries(values).map(([wish, value]) => [wish, named[value] ?? value]));
  const part = join(folder, `${order}.part`);
  writeFileSync(part, JSON.stringify({ order, values: own, pictures: Object.values(named) }, null, 1));
  renameSync(part, join(folder, `${order}.json`));
}

const isUnderWay = ({ state, says }: OrderStanding): boolean =>
  state === 'at work' || state === 'making' || (state === 'look' && says.includes('next'));

async function main(): Promise<void> {
  const { server, run, orders: count, seed, every, into } = readOrder();
  const address = `${server}/api/runs/${encodeURIComponent(run)}`;
  const { settings, sizes } = await ask<{ settings: RunSettings; sizes: string[] }>(address);
  if (!settings.desk.isOpen) throw new Error('This run takes no orders. Open its order desk first.');
  const known = knownValues(settings, await ask(`${address}/rows`));
  const orders = await madeUpOrders({ slots: settings.slots, sizes, known }, count, seed);
  for (const order of orders) {
    if (into === null) await ask(`${address}/orders`, order);
    else lay(into, order);
    console.log(`${order.order}  ${Object.values(order.values).join(', ')}`);
    await pause(every);
  }
  const own = new Set(orders.map(({ order }) => order));
  for (;;) {
    const known = (await ask<OrderStanding[]>(`${address}/orders`)).filter(({ order }) => own.has(order));
    if (known.length === orders.length && !known.some(isUnderWay)) return tell(known);
    await pause(1000);
  }
}

function tell(ended: OrderStanding[]): void {
  console.log('');
  for (const { order, state, says } of ended.reverse()) console.log(`${order}  ${state.padEnd(9)} ${says}`);
  const taken = ended.filter(({ state }) => state === 'accepted').length;
  console.log(`\n${taken} of ${ended.length} with the printer`);
}

main().then(() => process.exit(0), endWith);
