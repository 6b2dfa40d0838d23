import { spawn, type ChildProcess } from 'node:child_process';
import Database from 'better-sqlite3';
import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from '../testing/freePort';

const folder = mkdtempSync(join(tmpdir(), 'inky-start-'));
const running: ChildProcess[] = [];
afterAll(() => {
  running.forEach((child) => child.kill('SIGKILL'));
  rmSync(folder, { recursive: true, force: true });
});

/** Starts the built server. @returns what it says, and with what it ended; null for one that is ready */
function start(data: string, port: number): Promise<{ child: ChildProcess; said: string; code: number | null }> {
  const child = spawn(process.execPath, ['build/server/main.js'], {
    env: { ...process.env, NODE_OPTIONS: '', PORT: String(port), INKY_DATA: data },
  });
  running.push(child);
  let said = '';
  return new Promise((resolve) => {
    const hear = (chunk: Buffer): void => {
      said += chunk.toString();
      if (said.includes('is ready')) resolve({ child, said, code: null });
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('exit', (code) => resolve({ child, said, code: code ?? 1 }));
  });
}

/** A server that is ready. */
async function ready(data: string): Promise<{ child: ChildProcess; port: number }> {
  const port = await freePort();
  const { child, code } = await start(data, port);
  expect(code).toBeNull();
  return { child, port };
}

test('while the first start prepares the demo pieces a page says so, and what a program asks waits', async () => {
  const port = await freePort();
  const started = start(join(folder, 'first'), port);
  const page = async (): Promise<Response> => fetch(`http://127.0.0.1:${port}/`).catch(page);
  const first = await page();
  expect(first.status).toBe(503);
  expect(await first.text()).toContain('getting ready');
  const pieces = await fetch(`http://127.0.0.1:${port}/api/pieces`);
  expect(pieces.status).toBe(200);
  expect(JSON.stringify(await pieces.json())).toContain('demo-woven');
  const { child, code } = await started;
  expect(code).toBeNull();
  expect((await page()).status).toBe(200);
  child.kill('SIGKILL');
}, 180000);

test('a second server on the same data, and one on the same port, end with a sentence and touch nothing', async () => {
  const data = join(folder, 'first');
  const { child, port } = await ready(data);
  const half = join(data, 'working', 'half');
  writeFileSync(half, 'what the first is writing');
  const second = await start(data, await freePort());
  expect(second.code).toBe(1);
  expect(second.said).toContain(`process ${child.pid}`);
  expect(existsSync(half)).toBe(true);

  const other = join(folder, 'other');
  const third = await start(other, port);
  expect(third.code).toBe(1);
  expect(third.said).toContain(`Port ${port} is in use`);
  expect(readdirSync(other)).toEqual([]);

  const ended = new Promise((resolve) => child.on('exit', resolve));
  child.kill('SIGKILL');
  await ended;
  // What a killed server leaves behind keeps nobody out; a store of a newer program does.
  const database = new Database(join(data, 'inky-veil.sqlite'));
  database.pragma('user_version = 999');
  database.close();
  const newer = await start(data, await freePort());
  expect(newer.code).toBe(1);
  expect(newer.said).toContain('written by a newer Inky Veil');
  const again = new Database(join(data, 'inky-veil.sqlite'));
  expect(again.pragma('user_version', { simple: true })).toBe(999);
  again.pragma(
    `user_version = ${Math.max(...readdirSync('server/migrations').map((file) => Number.parseInt(file, 10)))}`,
  );
  // Seeding that broke off is taken up again.
  again.prepare("delete from pieces where id = 'demo-window'").run();
  again.close();
  writeFileSync(join(data, 'seeding'), '');
  const { child: last, port: at } = await ready(data);
  expect((await fetch(`http://127.0.0.1:${at}/api/pieces/demo-window`)).status).toBe(200);
  expect(existsSync(join(data, 'seeding'))).toBe(false);
  last.kill('SIGKILL');
}, 180000);

/** Runs a command of the program. @returns what it said */
function run(command: string, data: string, ...words: string[]): Promise<{ said: string; code: number | null }> {
  const child = spawn(process.execPath, [`build/server/${command}.js`, ...words], {
    env: { ...process.env, NODE_OPTIONS: '', INKY_DATA: data },
  });
  let said = '';
  for (const from of [child.stdout, child.stderr]) from.on('data', (chunk: Buffer) => (said += chunk.toString()));
  return new Promise((resolve) => child.on('exit', (code) => resolve({ said, code })));
}

test('a backup is put in place while the server runs; whatever is asked meanwhile is answered', async () => {
  const data = join(folder, 'first');
  const { child, port } = await ready(data);
  const ask = (path: string, options?: RequestInit) => fetch(`http://127.0.0.1:${port}${path}`, options);
  const names = async (): Promise<string[]> =>
    ((await (await ask('/api/pieces')).json()) as { name: string }[]).map(({ name }) => name).sort();
  const before = await names();
  const file = join(folder, 'while.tar.gz');
  expect((await run('backup', data, file)).code).toBe(0);
  await ask('/api/pieces', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: 'Made later', sheet: { width: 90, height: 60, ppi: 72, paint: '#ffffff' } }),
  });
  expect(await names()).toContain('Made later');
  let isOver = false;
  const restored = run('restore', data, file).finally(() => (isOver = true));
  const statuses = new Set<number>();
  while (!isOver) statuses.add((await ask('/api/pieces')).status);
  const { said, code } = await restored;
  expect(said).toContain('What was there before is in');
  expect(code).toBe(0);
  expect([...statuses]).toEqual([200]);
  expect(await names()).toEqual(before);
  // What was there is kept, and the server has the new folder for itself.
  expect(readdirSync(folder).filter((name) => name.startsWith('first.before-'))).toHaveLength(1);
  const second = await start(data, await freePort());
  expect(second.said).toContain(`process ${child.pid}`);
  child.kill('SIGKILL');
}, 180000);
