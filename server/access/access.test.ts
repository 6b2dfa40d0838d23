import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { application } from '../application';
import { Leases, type LeaseEvent } from '../leases';
import { Studio } from '../studio';
import { Access } from './access';
import { Attempts } from './attempts';
import { keysPath, roleOfKey, serverKeys } from './keys';
import { wayOn } from './loginPage';
import { sessionMs } from './sessions';

const folder = mkdtempSync(join(tmpdir(), 'inky-access-'));
const studio = new Studio({
  root: resolve('.'),
  data: join(folder, 'data'),
  host: '127.0.0.1',
  port: 4680,
  tls: { cert: '/c.pem', key: '/k.pem' },
});
afterAll(() => {
  studio.close();
  rmSync(folder, { recursive: true, force: true });
});
const { digests, fresh } = serverKeys(join(folder, 'keys'));
let now = 1e12;
const open = () => application(studio, new Access(digests, () => now)).app;
const asking =
  (app: ReturnType<typeof open>) =>
  (path: string, { headers, ...options }: RequestInit = {}) =>
    app.request(`https://127.0.0.1:4680${path}`, {
      ...options,
      headers: { host: '127.0.0.1:4680', ...(headers as Record<string, string>) },
    });
const form = (key: string, to = '/'): RequestInit => ({
  method: 'POST',
  headers: { 'content-type': 'application/x-www-form-urlencoded', origin: 'https://127.0.0.1:4680' },
  body: new URLSearchParams({ key, to }).toString(),
});
const cookieOf = (answer: Response): string => (answer.headers.get('set-cookie') ?? '').split(';')[0];
const json = (body: object): RequestInit => ({
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

describe('keys', () => {
  test('they are made once, kept as digests that only the server’s user reads, and found again', () => {
    expect(fresh!.work).not.toBe(fresh!.look);
    // 256 bits in base64url.
    expect(fresh!.work).toMatch(/^[\w-]{43}$/);
    const path = keysPath(join(folder, 'keys'));
    expect(readFileSync(path, 'utf8')).not.toContain(fresh!.work);
    expect(statSync(path).mode & 0o077).toBe(0);
    expect(serverKeys(join(folder, 'keys'))).toEqual({ digests, fresh: null });
    expect([fresh!.work, fresh!.look, 'other'].map((key) => roleOfKey(key, digests))).toEqual(['work', 'look', null]);
  });

  test('a damaged file opens nothing: new keys are made', () => {
    const other = join(folder, 'damaged');
    serverKeys(other);
    writeFileSync(keysPath(other), '{"work":"","look":""}');
    const again = serverKeys(other);
    expect(again.fresh).not.toBeNull();
    expect(roleOfKey('', again.digests)).toBeNull();
  });
});

test('without a key nothing is told: pages lead to the login, programs are refused', async () => {
  const ask = asking(open());
  const page = await ask('/piece/one/7?x=1');
  expect([page.status, page.headers.get('location')]).toEqual([303, '/login?to=%2Fpiece%2Fone%2F7%3Fx%3D1']);
  for (const path of ['/api/pieces', '/api/assets/ab/file', '/api/nothing', '/api/openapi.json'])
    expect((await ask(path)).status).toBe(401);
  expect((await ask('/assets/index.js')).status).toBe(303);
  expect((await ask('/api/pieces', json({ name: 'x' }))).status).toBe(401);
  expect((await ask('/elsewhere', { method: 'POST' })).status).toBe(401);
  const login = await ask('/login?to=%2Fruns');
  expect(login.status).toBe(200);
  expect(login.headers.get('content-security-policy')).toContain("form-action 'self'");
  // With no referrer a browser sends the origin of a form as null.
  expect(login.headers.get('referrer-policy')).toBe('same-origin');
  expect(await login.text()).toContain('value="/runs"');
});

test('a key begins a session in a cookie that no script reads; logging out ends it on the server', async () => {
  const ask = asking(open());
  const answer = await ask('/login', form(fresh!.work, '/runs'));
  expect([answer.status, answer.headers.get('location')]).toEqual([303, '/runs']);
  const set = answer.headers.get('set-cookie')!;
  for (const part of ['__Host-inky-session=', 'HttpOnly', 'Secure', 'SameSite=Strict', 'Path=/'])
    expect(set).toContain(part);
  const cookie = cookieOf(answer);
  expect(await (await ask('/api/access', { headers: { cookie } })).json()).toEqual({ role: 'work', hasKeys: true });
  const made = await ask('/api/pieces', {
    ...json({ name: 'Poster', sheet: { width: 100, height: 100, ppi: 72, paint: '#ffffff' } }),
    headers: { 'content-type': 'application/json', cookie },
  });
  expect(made.status).toBe(201);
  await ask('/logout', { method: 'POST', headers: { cookie } });
  expect((await ask('/api/pieces', { headers: { cookie } })).status).toBe(401);
});

test('a session ends by itself', async () => {
  const ask = asking(open());
  const cookie = cookieOf(await ask('/login', form(fresh!.work)));
  now += sessionMs - 1000;
  expect((await ask('/api/pieces', { headers: { cookie } })).status).toBe(200);
  now += 2000;
  expect((await ask('/api/pieces', { headers: { cookie } })).status).toBe(401);
});

test('who may look sees everything and changes nothing', async () => {
  const ask = asking(open());
  const cookie = cookieOf(await ask('/login', form(fresh!.look)));
  const [piece] = studio.pieces.list();
  expect((await ask(`/api/pieces/${piece.id}`, { headers: { cookie } })).status).toBe(200);
  for (const [method, path] of [
    ['POST', '/api/pieces'],
    ['DELETE', `/api/pieces/${piece.id}`],
    ['PUT', `/api/pieces/${piece.id}`],
    ['PATCH', `/api/pieces/${piece.id}`],
    ['POST', `/api/pieces/${piece.id}/takeover`],
  ]) {
    const answer = await ask(path, { method, headers: { cookie } });
    expect(answer.status).toBe(403);
    expect(((await answer.json()) as { code: string }).code).toBe('look-only');
  }
  expect(studio.pieces.list()).toHaveLength(1);
  // In a piece it watches, however long it waits, and keeps nobody from working.
  const leases = new Leases();
  const told: Record<string, LeaseEvent[]> = { looker: [], worker: [] };
  leases.open('p', 'looker', (event) => told.looker.push(event), false);
  leases.open('p', 'worker', (event) => told.worker.push(event));
  expect(told.looker).toEqual([{ kind: 'role', role: 'looking' }]);
  expect(told.worker).toEqual([{ kind: 'role', role: 'working' }]);
  expect(leases.mayChange('p', 'worker')).toBe(true);
});

test('programs send their key along', async () => {
  const ask = asking(open());
  const bearing = (key: string) => ask('/api/access', { headers: { authorization: `Bearer ${key}` } });
  expect(await (await bearing(fresh!.look)).json()).toEqual({ role: 'look', hasKeys: true });
  expect((await bearing('wrong')).status).toBe(401);
});

test('after five wrong keys in a minute not even the right one is looked at', async () => {
  const ask = asking(open());
  for (let i = 0; i < 5; i++) expect((await ask('/login', form(`wrong ${i}`))).status).toBe(401);
  const held = await ask('/login', form(fresh!.work));
  expect(held.status).toBe(429);
  expect(Number(held.headers.get('retry-after'))).toBeGreaterThan(50);
  expect((await ask('/api/pieces', { headers: { authorization: `Bearer ${fresh!.work}` } })).status).toBe(429);
  now += 61_000;
  expect((await ask('/login', form(fresh!.work))).status).toBe(303);
});

test('from many addresses together no more keys are tried than sixty a minute', () => {
  let at = 0;
  const attempts = new Attempts(() => at);
  for (let i = 0; i < 60; i++) {
    expect(attempts.waitOf(`10.0.0.${i}`)).toBe(0);
    attempts.wrong(`10.0.0.${i}`);
  }
  expect(attempts.waitOf('10.0.1.1')).toBe(60_000);
  at = 60_001;
  expect(attempts.waitOf('10.0.1.1')).toBe(0);
});

test('requests from other sites, other hosts and on plain http are refused, and https is asked for from then on', async () => {
  const ask = asking(open());
  const evil = await ask('/login', { ...form(fresh!.work), headers: { origin: 'https://evil.example' } });
  expect(evil.status).toBe(403);
  expect((await ask('/login', { headers: { host: 'evil.example' } })).status).toBe(403);
  const plain = await ask('/login', { ...form(fresh!.work), headers: { origin: 'http://127.0.0.1:4680' } });
  expect(plain.status).toBe(403);
  expect((await ask('/login')).headers.get('strict-transport-security')).toContain('max-age');
});

test.each([
  ['/piece/a/7?x=1', '/piece/a/7?x=1'],
  ['//evil.example', '/'],
  ['/\\evil.example', '/'],
  ['https://evil.example', '/'],
  ['/login?to=/login', '/'],
  ['/a\r\nSet-Cookie: b', '/'],
  [undefined, '/'],
])('after logging in the way goes on within this server: %s', (to, wanted) => {
  expect(wayOn(to)).toBe(wanted);
});

test('a form that is no form, and one that is too large, are answered', async () => {
  const ask = asking(open());
  expect((await ask('/login', { ...form('x'), body: 'key=' + 'x'.repeat(5000) })).status).toBe(413);
  expect((await ask('/login', { ...form('x'), body: '%%%' })).status).toBe(401);
});
