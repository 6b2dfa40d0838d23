import { serve } from '@hono/node-server';
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { plainPicture } from '../core/formats/settings';
import { proposeSlots } from '../core/runs/propose';
import { runSchema } from '../core/runs/settings';
import { slotSchema } from '../core/runs/slots';
import { matchColumns } from '../core/runs/table/matchColumns';
import { readDelimited, type Table } from '../core/runs/table/readTable';
import { application } from '../server/application';
import { folderBundle, takeInBundle } from '../server/bundles';
import { buildMark } from '../server/queue/buildMark';
import { RedisHands } from '../server/queue/redisHands';
import { workerToken } from '../server/queue/secrets';
import { startTilePool, type TilePool } from '../server/render/tilePool';
import { ownHands } from '../server/runs/ownHands';
import { RowChild } from '../server/runs/rowChild';
import type { RowHands } from '../server/runs/rowHand';
import { RowOrders } from '../server/runs/rowOrders';
import { RowWork } from '../server/runs/rowWork';
import { RunWorks } from '../server/runs/works';
import { seedFaces } from '../server/seed';
import { Studio } from '../server/studio';
import { freePort } from '../server/testing/freePort';
import { hasRedis, TestRedis } from '../server/testing/redis';
import { printValue, timed } from './rows';

const exhibitors = readDelimited(readFileSync('demo/series/exhibitors.csv'));

/** So many rows, by the exhibitors' table over and over, no two alike. */
const rowsOf = (count: number): Table => ({
  ...exhibitors,
  rows: Array.from({ length: count }, (_, i) => {
    const [name, ...rest] = exhibitors.rows[i % exhibitors.rows.length];
    return [`${name} ${Math.floor(i / exhibitors.rows.length) + 1}`, ...rest];
  }),
});

/** Rows of the shorter measurements. */
const shortRun = 120;

interface Bench {
  studio: Studio;
  series: string;
  letters: string;
}

async function newRun({ studio }: Bench, piece: string, table: Table, side: number | null): Promise<string> {
  const slots = proposeSlots(studio.pieces.get(piece).piece).filter(({ kind }) => kind === 'words');
  const matched = matchColumns(slots, table.columns);
  const run = studio.runs.create(
    piece,
    'bench',
    runSchema.parse({ slots, columns: table.columns, matched, output: { side } }),
  );
  studio.runs.fill(run, table, false);
  return Promise.resolve(run);
}

/** Resident memory of the processes that work at rows, MB. */
function childMemory(): number {
  const lines = execFileSync('ps', ['-eo', 'rss,args']).toString().split('\n');
  return (
    lines.filter((line) => line.includes('runChild.js')).reduce((sum, line) => sum + Number.parseInt(line, 10), 0) /
    1024
  );
}

/** Rows solved and made in a minute by processes and by workers; where time goes; memory over many rows; names alone. */
export async function benchRuns(): Promise<void> {
  const data = mkdtempSync(join(tmpdir(), 'inky-runs-bench-'));
  const studio = new Studio({ root: resolve('.'), data, host: '127.0.0.1', port: 0 });
  try {
    await seedFaces(studio, 'demo');
    const take = async (name: string): Promise<string> =>
      studio.pieces.create(await takeInBundle(folderBundle('demo', `pieces/${name}.json`), studio.intake));
    const bench: Bench = { studio, series: await take('series'), letters: await take('picture-letters') };
    for (const lanes of [1, 2, 4])
      await benchLanes(bench, ownHands(studio.buildFolder, lanes), lanes === 1 ? 'one process' : `${lanes} processes`);
    await benchWorkers(bench);
    await benchShares(bench);
    await benchLarge(bench);
    await benchMemory(bench);
    await benchNames(bench);
  } finally {
    studio.close();
    rmSync(data, { recursive: true, force: true });
  }
}

async function worked(works: RunWorks, run: string, kind: 'solve' | 'make'): Promise<number> {
  const { ms } = await timed(async () => {
    works.start(run, { kind, rows: null });
    await works.ended(run);
  });
  return ms;
}

function approveAll({ studio }: Bench, run: string): number {
  const rows = studio.runs.rows(run).map(({ id }) => id);
  studio.runs.edit(run, [{ kind: 'approve', rows, approved: true }]);
  return rows.length;
}

async function benchLanes(bench: Bench, hands: RowHands, who: string): Promise<void> {
  const works = new RunWorks(bench.studio, hands);
  const run = await newRun(bench, bench.series, rowsOf(shortRun), 1500);
  printValue(
    `runs, Series: rows a minute solved, ${who}`,
    (shortRun * 60_000) / (await worked(works, run, 'solve')),
    'rows/min',
  );
  const count = approveAll(bench, run);
  printValue(
    `runs, Series: files a minute at 1500 px, ${who}`,
    (count * 60_000) / (await worked(works, run, 'make')),
    'files/min',
  );
}

/** The same by workers on this machine, through Redis and over HTTP. */
async function benchWorkers(bench: Bench): Promise<void> {
  if (!hasRedis) return console.log('runs: there is no redis-server here, so workers are not measured');
  const { studio } = bench;
  const folder = mkdtempSync(join(tmpdir(), 'inky-workers-bench-'));
  const [redis, port] = [await TestRedis.start(), await freePort()];
  const token = workerToken(folder);
  const build = buildMark(studio.buildFolder);
  const hands = new RedisHands({ url: redis.url, build, token, move: (from, to) => studio.files.move(from, to) });
  const config = { ...studio.config, port };
  const server = serve({
    fetch: application(Object.assign(Object.create(studio) as Studio, { config, rowHands: hands })).app.fetch,
    hostname: '127.0.0.1',
    port,
  });
  const workers: ChildProcess[] = [];
  try {
    for (const count of [1, 2, 4]) {
      while (workers.length < count) {
        const words = ['--server', `http://127.0.0.1:${port}`, '--at-once', '1', '--token', token];
        const own = ['--folder', join(folder, `${workers.length}`), '--redis', redis.url];
        workers.push(spawn(process.execPath, [join(studio.buildFolder, 'worker.js'), ...words, ...own]));
      }
      await benchLanes(bench, hands, `${count} ${count === 1 ? 'worker' : 'workers'} on Redis`);
    }
  } finally {
    workers.forEach((worker) => worker.kill('SIGKILL'));
    hands.close();
    server.close();
    await redis.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Where the time of a row goes, and how much of it is not drawing. */
async function benchShares(bench: Bench): Promise<void> {
  const { studio } = bench;
  const id = await newRun(bench, bench.series, rowsOf(shortRun), 1500);
  const run = studio.runs.get(id);
  const orders = new RowOrders(studio);
  const given = orders.givenOf(run);
  let pool: TilePool | null = null;
  const work = new RowWork(given.design, () => (pool ??= startTilePool(studio.buildFolder, 1)));
  const [out, scratch] = [studio.files.working(), studio.files.working()];
  const all = studio.runs.rows(id).map((row) => orders.orderOf(given, row));
  for (const kind of ['solve', 'make'] as const) {
    Object.assign(work.spent, { filling: 0, measuring: 0, drawing: 0 });
    const { ms } = await timed(async () => {
      for (const row of all)
        if (kind === 'solve') await work.solve({ kind, row, picture: out });
        else await work.make({ kind, row, out, scratch, side: 1500, settings: plainPicture });
    });
    const named = kind === 'solve' ? 'solving' : 'making files at 1500 px';
    for (const [what, spent] of Object.entries(work.spent))
      printValue(`runs, ${named}: ${what} a row`, spent / all.length, 'ms');
    printValue(`runs, ${named}: share of time that is not drawing`, 100 * (1 - work.spent.drawing / ms), '%');
  }
  await (pool as TilePool | null)?.close();
}

async function benchLarge(bench: Bench): Promise<void> {
  const works = new RunWorks(bench.studio, ownHands(bench.studio.buildFolder, 2));
  const run = await newRun(bench, bench.letters, rowsOf(8), null);
  await worked(works, run, 'solve');
  approveAll(bench, run);
  printValue(
    'runs, Picture letters: files a minute at 13 x 19 in, 300 ppi',
    (8 * 60_000) / (await worked(works, run, 'make')),
    'files/min',
  );
}

async function benchMemory(bench: Bench): Promise<void> {
  const works = new RunWorks(bench.studio, ownHands(bench.studio.buildFolder, 2));
  const run = await newRun(bench, bench.series, rowsOf(2000), null);
  const seen: number[] = [];
  let done = 0;
  const stop = works.follow(run, ({ rows }) => {
    if (rows.length > 0 && ++done % 200 === 0) seen.push(childMemory());
  });
  const ms = await worked(works, run, 'solve');
  stop();
  printValue('runs, Series: 2,000 rows solved', ms / 1000, 's');
  printValue('runs, memory of both processes after 200 rows', seen[0] ?? NaN, 'MB');
  printValue('runs, memory of both processes after 1,800 rows', seen[8] ?? NaN, 'MB');
}

/** 10,000 names fitted with every way to lock them up, by two processes (goal 60 s). */
async function benchNames(bench: Bench): Promise<void> {
  const { studio, series } = bench;
  const id = await newRun(bench, series, rowsOf(0), null);
  const slot = slotSchema.parse({ kind: 'words', id: 'a', name: 'Name', lettering: 'lettering-1', fit: 'lockup' });
  studio.runs.change(id, { settings: { slots: [slot], matched: { a: exhibitors.columns[0] } } });
  const { design } = new RowOrders(studio).givenOf(studio.runs.get(id));
  const names = rowsOf(10_000).rows.map(([name]) => name);
  const next = names.values();
  const { ms } = await timed(async () => {
    const lane = async (): Promise<void> => {
      const child = new RowChild(studio.buildFolder);
      await child.give(design);
      for (const name of next)
        await child.ask({
          kind: 'fill',
          row: { values: { a: name }, pictures: {}, recipes: {}, own: [], shapes: {} },
        });
      child.kill();
    };
    await Promise.all([lane(), lane()]);
  });
  printValue('runs: 10,000 names fitted in every lockup, 2 processes', ms / 1000, 's (goal 60)');
}
