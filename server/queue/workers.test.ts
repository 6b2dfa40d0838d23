import { jest } from '@jest/globals';
import { serve } from '@hono/node-server';
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { proposeSlots } from '../../core/runs/propose';
import { runSchema } from '../../core/runs/settings';
import { readText } from '../../core/runs/table/readTable';
import { application } from '../application';
import { folderBundle, takeInBundle } from '../bundles';
import { Studio } from '../studio';
import { freePort } from '../testing/freePort';
import { hasRedis, TestRedis } from '../testing/redis';
import { buildMark } from './buildMark';
import { RedisHands } from './redisHands';
import { isSameSecret, tokenPath, workerToken } from './secrets';
import { buildHeader } from './terms';

// Rows are solved by processes that share the machine with other tests.
jest.setTimeout(300_000);

const folder = mkdtempSync(join(tmpdir(), 'inky-workers-'));
const buildFolder = resolve('build/server');
const build = buildMark(buildFolder);
const studios: Studio[] = [];
const children: ChildProcess[] = [];
afterAll(() => {
  children.forEach((child) => child.kill('SIGKILL'));
  studios.forEach((studio) => studio.close());
  rmSync(folder, { recursive: true, force: true });
});

test('a token is made once, is its owner’s alone, and is compared whole', () => {
  const data = mkdtempSync(join(folder, 'token-'));
  const token = workerToken(data);
  expect(token.length).toBeGreaterThan(40);
  expect(workerToken(data)).toBe(token);
  // What was broken off while it was written is no token.
  writeFileSync(tokenPath(data), 'ab');
  expect(workerToken(data)).not.toBe('ab');
  expect([isSameSecret(token, token), isSameSecret(token, token.slice(1)), isSameSecret('', token)]).toEqual([
    true,
    false,
    false,
  ]);
});

const rows = 'Name\nAda\nBeatrix\nCyril\nDora\nEve\nFelix\nGreta\nHugo\n';

/** A run of the demo's picture letters, all of its rows approved. */
async function newRun(studio: Studio): Promise<string> {
  const bundle = await takeInBundle(folderBundle('demo', 'pieces/picture-letters.json'), studio.intake);
  const slots = proposeSlots(bundle).filter(({ kind }) => kind === 'words');
  const table = readText(rows);
  const run = studio.runs.create(
    studio.pieces.create(bundle),
    'Names',
    runSchema.parse({
      slots,
      columns: table.columns,
      matched: { [slots[0].id]: 'Name' },
      output: { side: 700, pattern: '{Name}' },
    }),
  );
  studio.runs.fill(run, table, false);
  return run;
}

async function carriedOut(studio: Studio, run: string): Promise<void> {
  studio.runWorks.start(run, { kind: 'solve', rows: null });
  await studio.runWorks.ended(run);
  studio.runs.edit(run, [{ kind: 'approve', rows: studio.runs.rows(run).map(({ id }) => id), approved: true }]);
  studio.runWorks.start(run, { kind: 'make', rows: null });
  await studio.runWorks.ended(run);
}

/** Every file of a run, and what was found of its rows. */
function outcome(studio: Studio, run: string): Record<string, unknown> {
  const files = studio.runWorks.folder(run, 'files');
  return {
    flags: studio.runs.rows(run).map(({ flags }) => flags),
    ...Object.fromEntries(readdirSync(files).map((name) => [name, readFileSync(join(files, name)).toString('base64')])),
  };
}

const newStudio = (
  name: string,
  port: number,
  hands?: (studio: { move(a: string, b: string): void }) => RedisHands,
) => {
  const studio = new Studio(
    { root: resolve('.'), data: join(folder, name), host: '127.0.0.1', port },
    hands && ((files) => hands({ move: (from, to) => files.move(from, to) })),
  );
  studios.push(studio);
  return studio;
};

(hasRedis ? describe : describe.skip)('with Redis', () => {
  let redis: TestRedis;
  let alone: Record<string, unknown>;
  let server: Server;
  let port: number;
  let studio: Studio;
  const token = workerToken(folder);
  beforeAll(async () => {
    redis = await TestRedis.start();
    const one = newStudio('alone', 0);
    const run = await newRun(one);
    await carriedOut(one, run);
    alone = outcome(one, run);
    port = await freePort();
    studio = newStudio('many', port, ({ move }) => new RedisHands({ url: redis.url, build, token, move }));
    server = serve({ fetch: application(studio).app.fetch, hostname: '127.0.0.1', port }) as Server;
  });
  afterAll(async () => {
    server.close();
    await redis.kill();
  });

  function startWorker(name: string, more: Record<string, string> = {}): { child: ChildProcess; said: () => string } {
    const words = ['--server', `http://127.0.0.1:${port}`, '--at-once', '1', '--folder', join(folder, name)];
    const child = spawn(process.execPath, [join(buildFolder, 'worker.js'), ...words], {
      env: { ...process.env, NODE_OPTIONS: '', REDIS_URL: '', INKY_WORKER_TOKEN: token, ...more },
    });
    children.push(child);
    let said = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk: Buffer) => (said += chunk.toString()));
    return { child, said: () => said };
  }
  const ended = (child: ChildProcess): Promise<number | null> =>
    new Promise((resolve) => (child.exitCode === null ? child.on('exit', resolve) : resolve(child.exitCode)));

  test('a wrong token, another version and a wrong hash are refused, with what to do', async () => {
    const ask = (path: string, headers: Record<string, string>): Promise<Response> =>
      fetch(`http://127.0.0.1:${port}/api/workers${path}`, { headers });
    const right = { authorization: `Bearer ${token}`, [buildHeader]: build };
    expect((await ask('/hello', {})).status).toBe(401);
    expect((await ask('/hello', { ...right, authorization: 'Bearer no' })).status).toBe(401);
    const other = await ask('/hello', { ...right, [buildHeader]: 'older' });
    expect([other.status, ((await other.json()) as { message: string }).message]).toEqual([
      409,
      expect.stringContaining('bring both to the same one'),
    ]);
    expect((await ask('/faces/..%2f..%2fworker-token', right)).status).toBe(400);
    expect((await ask(`/faces/${'0'.repeat(64)}`, right)).status).toBe(404);
    expect((await ask('/designs/none', right)).status).toBe(410);
    const nobody = await fetch(`http://127.0.0.1:${port}/api/workers/deliveries/none`, {
      method: 'PUT',
      body: 'a',
      headers: right,
    });
    expect(nobody.status).toBe(410);
    const stranger = startWorker('stranger', { INKY_WORKER_TOKEN: 'wrong' });
    expect(await ended(stranger.child)).toBe(1);
    expect(stranger.said()).toContain('token');
  });

  test('two workers, one of which dies, and a Redis that loses everything: the same files as from one machine', async () => {
    const run = await newRun(studio);
    const waited: (string | null)[] = [];
    const stop = studio.runWorks.follow(run, ({ work }) => work && waited.push(work.waitsFor));
    const done = carriedOut(studio, run);
    // Nobody is there yet: that is said.
    await until(() => waited.some((says) => says?.includes('npm run worker')));
    const first = startWorker('first');
    const solved = (): number => studio.runs.rows(run).filter(({ solvedFor }) => solvedFor !== null).length;
    await until(() => solved() > 0);
    // It has a row in its hands.
    first.child.kill('SIGKILL');
    const second = startWorker('second');
    await until(() => solved() > 3);
    await redis.kill();
    await until(() => waited.some((says) => says?.includes('Redis does not answer')));
    await redis.start();
    await done;
    stop();
    expect(outcome(studio, run)).toEqual(alone);
    expect(Object.keys(alone)).toHaveLength(9);
    // What was fetched was kept.
    expect(readdirSync(join(folder, 'second', 'pyramids'))).toHaveLength(1);
    expect(readdirSync(join(folder, 'second', 'working'))).toEqual([]);
    second.child.kill('SIGTERM');
    expect(await ended(second.child)).toBe(0);
  });

  test('a row that cannot be made says why, and cancelling ends at once', async () => {
    const worker = startWorker('third');
    const run = await newRun(studio);
    const [{ id }] = studio.runs.rows(run);
    const { piece } = studio.pieces.get(studio.runs.get(run).piece);
    const plate = Object.values(piece.assets).find(({ kind }) => kind === 'plate')!;
    // The photograph is damaged on the server, and nobody has kept it.
    const path = studio.files.pyramid(plate.sha256!);
    const whole = readFileSync(path);
    writeFileSync(path, 'damaged');
    studio.runWorks.start(run, { kind: 'solve', rows: [id] });
    await studio.runWorks.ended(run);
    writeFileSync(path, whole);
    expect(studio.runs.row(run, id).flags[0]).toMatchObject({ weight: 'stop', about: 'failed' });
    worker.child.kill('SIGKILL');
    await ended(worker.child);
    studio.runWorks.start(run, { kind: 'solve', rows: null });
    await until(() => studio.runWorks.stateOf(run)?.total === 7);
    await studio.runWorks.cancel(run);
    expect(studio.runWorks.stateOf(run)).toBeNull();
    expect(existsSync(join(folder, 'many', 'worker-token'))).toBe(false);
  });
});

async function until(is: () => boolean): Promise<void> {
  while (!is()) await new Promise((resolve) => setTimeout(resolve, 50));
}
