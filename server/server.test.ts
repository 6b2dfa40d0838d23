import { existsSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { zipSync } from 'fflate';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import sharp from 'sharp';
import { applyEdit } from '../core/piece/edits/edit';
import { rename, setSheet } from '../core/piece/edits/items';
import { blankPiece } from '../core/piece/blank';
import { application } from './application';
import { folderBundle, takeInBundle, zipBundle } from './bundles';
import { readConfig } from './config';
import { Leases, type LeaseEvent } from './leases';
import { Problem } from './problem';
import { Studio } from './studio';

const folder = mkdtempSync(join(tmpdir(), 'inky-server-'));
const config = { root: resolve('.'), data: join(folder, 'data'), host: '127.0.0.1', port: 4680 };
const studio = new Studio(config);
afterAll(() => {
  studio.close();
  rmSync(folder, { recursive: true, force: true });
});
const { app } = application(studio);
const headers = { host: '127.0.0.1:4680' };
const ask = (path: string, options: RequestInit = {}) =>
  app.request(`http://127.0.0.1:4680${path}`, {
    ...options,
    headers: { ...headers, ...(options.headers as Record<string, string>) },
  });
/** A zip in a folder of its own. */
const unzipped = (zip: Uint8Array) => zipBundle(zip, mkdtempSync(join(folder, 'zip-')));
const post = (path: string, json: unknown, more: Record<string, string> = {}) =>
  ask(path, { method: 'POST', body: JSON.stringify(json), headers: { 'content-type': 'application/json', ...more } });
const sheet = { width: 300, height: 200, ppi: 300, paint: '#ffffff' };

describe('who may ask', () => {
  test('only this host and its own pages', async () => {
    expect((await ask('/api/pieces')).status).toBe(200);
    expect((await ask('/api/pieces', { headers: { host: 'evil.example' } })).status).toBe(403);
    expect((await ask('/api/pieces', { headers: { host: '127.0.0.1:9999' } })).status).toBe(403);
    expect((await post('/api/pieces', { name: 'x', sheet }, { origin: 'http://evil.example' })).status).toBe(403);
    expect((await post('/api/pieces', { name: 'x', sheet }, { origin: 'null' })).status).toBe(403);
    expect((await post('/api/pieces', { name: 'x', sheet }, { origin: 'http://127.0.0.1:4680' })).status).toBe(201);
    expect((await ask('/api/pieces', { headers: { 'sec-fetch-site': 'cross-site' } })).status).toBe(403);
  });
  test('every answer is isolated and carries a strict policy', async () => {
    for (const path of ['/api/pieces', '/api/none']) {
      const { headers: sent } = await ask(path);
      expect(sent.get('cross-origin-opener-policy')).toBe('same-origin');
      expect(sent.get('cross-origin-embedder-policy')).toBe('require-corp');
      expect(sent.get('content-security-policy')).toMatch(/default-src 'none'/);
      expect(sent.get('content-security-policy')).not.toMatch(/unsafe-inline|unsafe-eval'(?<!wasm-unsafe-eval')/);
    }
  });
  test('nothing outside of the page’s folder is sent', async () => {
    for (const path of [
      '/assets/../../package.json',
      '/assets/%2e%2e/%2e%2e/%2e%2e/package.json',
      '/assets/..%2f..%2f..%2fpackage.json',
    ]) {
      const answer = await ask(path);
      expect(await answer.text()).not.toMatch(/better-sqlite3/);
    }
    expect((await ask('/api/assets/..%2f..%2fetc%2fpasswd/file')).status).toBe(404);
  });
  test('port, host and data folder come from the environment; nonsense is refused', () => {
    const tls = { TLS_CERT: '/c.pem', TLS_KEY: '/k.pem' };
    expect(readConfig({ PORT: '5000', HOST: '0.0.0.0', INKY_DATA: '/tmp/x', ...tls }, '/p')).toEqual({
      root: '/p',
      data: '/tmp/x',
      host: '0.0.0.0',
      port: 5000,
      tls: { cert: '/c.pem', key: '/k.pem' },
      redis: null,
    });
    expect(readConfig({ REDIS_URL: 'redis://127.0.0.1:6379' }, '/p').redis).toBe('redis://127.0.0.1:6379');
    expect(() => readConfig({ REDIS_URL: 'localhost' }, '/p')).toThrow(/REDIS_URL/);
    expect(() => readConfig({ HOST: '0.0.0.0' }, '/p')).toThrow(/other machines can reach/);
    expect(() => readConfig({ HOST: '::1', TLS_CERT: '/c.pem' }, '/p')).toThrow(/belong together/);
    expect(readConfig({}, '/p')).toMatchObject({ port: 4680, host: '127.0.0.1', data: '/p/data' });
    expect(() => readConfig({ PORT: 'lots' }, '/p')).toThrow(/PORT/);
  });
});

describe('pieces', () => {
  const begin = async (): Promise<string> =>
    ((await (await post('/api/pieces', { name: 'Poster', sheet })).json()) as { id: string }).id;
  let orders = 0;
  const order = (id: string, version: number, what: object, tab = 'one') =>
    post(`/api/pieces/${id}/orders`, { tab, version, order: { id: `order-${++orders}`, ...what } });
  const edit = (id: string, version: number, width: number, tab = 'one') => {
    const { patches, inverse } = applyEdit(studio.pieces.get(id).piece, setSheet({ width }));
    return order(id, version, { kind: 'edit', label: `width ${width}`, patches, inverse }, tab);
  };
  test('edits, undo and redo keep to the order of versions', async () => {
    const id = await begin();
    expect((await edit(id, 1, 400)).status).toBe(200);
    expect((await edit(id, 2, 500)).status).toBe(200);
    expect(studio.pieces.get(id)).toMatchObject({ version: 3, history: ['width 400', 'width 500'], historyAt: 2 });
    await order(id, 3, { kind: 'undo' });
    expect(studio.pieces.get(id).piece.sheet.width).toBe(400);
    await order(id, 4, { kind: 'redo' });
    expect(studio.pieces.get(id).piece.sheet.width).toBe(500);
    await order(id, 5, { kind: 'undo' });
    expect((await edit(id, 6, 450)).status).toBe(200);
    expect(studio.pieces.get(id)).toMatchObject({ history: ['width 400', 'width 450'], historyAt: 2 });
    expect((await order(id, 7, { kind: 'redo' })).status).toBe(409);
  });
  test('the Shelf is given in parts, the newest first, and searched whatever case and accents', async () => {
    const shelf = async (query: string) =>
      (await (await ask(`/api/pieces/shelf?${query}`)).json()) as {
        pieces: { name: string }[];
        found: number;
        all: number;
      };
    const { all: before } = await shelf('');
    const names = ['Zoë’s stall', 'ZOE’S OTHER STALL', 'Kiln 100% hot', 'Kiln_one'];
    for (const name of names) await post('/api/pieces', { name, sheet });
    const namesOf = ({ pieces }: { pieces: { name: string }[] }): string[] => pieces.map(({ name }) => name);
    const zoe = await shelf('search=zoe');
    expect(namesOf(zoe).sort()).toEqual(['ZOE’S OTHER STALL', 'Zoë’s stall']);
    expect(zoe).toMatchObject({ found: 2, all: before + 4 });
    // What means something to a database means nothing here.
    expect(namesOf(await shelf(`search=${encodeURIComponent('%')}`))).toEqual(['Kiln 100% hot']);
    expect(namesOf(await shelf('search=_'))).toEqual(['Kiln_one']);
    expect(await shelf('search=nobody')).toMatchObject({ pieces: [], found: 0 });
    const all = namesOf(await shelf('count=500'));
    expect([...namesOf(await shelf('count=2')), ...namesOf(await shelf('count=498&from=2'))]).toEqual(all);
    for (const query of ['count=0', 'count=501', 'from=-1', 'from=x', `search=${'a'.repeat(201)}`])
      expect((await ask(`/api/pieces/shelf?${query}`)).status).toBe(400);
  });
  test('a change made on an old version is refused, and nothing is overwritten', async () => {
    const id = await begin();
    await edit(id, 1, 400);
    const late = await edit(id, 1, 999);
    expect(late.status).toBe(409);
    expect(((await late.json()) as { message: string }).message).toMatch(/changed elsewhere/);
    expect(studio.pieces.get(id).piece.sheet.width).toBe(400);
  });
  test('a way back that does not lead back is refused, and one without is, too', async () => {
    const id = await begin();
    const patches = [{ op: 'replace', path: ['sheet', 'width'], value: 400 }];
    const { width } = studio.pieces.get(id).piece.sheet;
    const wrong = [
      [],
      [{ op: 'replace', path: ['sheet', 'width'], value: width + 1 }],
      [{ op: 'remove', path: ['sheet'] }],
    ];
    for (const inverse of wrong) {
      const answer = await order(id, 1, { kind: 'edit', label: 'x', patches, inverse });
      expect(answer.status).toBe(422);
    }
    expect(studio.pieces.get(id)).toMatchObject({ version: 1, history: [] });
    const right = [{ op: 'replace', path: ['sheet', 'width'], value: width }];
    expect((await order(id, 1, { kind: 'edit', label: 'x', patches, inverse: right })).status).toBe(200);
  });
  test('a file that is not in the store, or is something else there, is refused', async () => {
    const id = await begin();
    const [face] = studio.assets.list('face');
    const bring = (asset: object) =>
      order(id, 1, {
        kind: 'edit',
        label: 'x',
        patches: [{ op: 'add', path: ['assets', 'a'], value: asset }],
        inverse: [{ op: 'remove', path: ['assets', 'a'] }],
      });
    const unknown = await bring({ kind: 'plate', name: 'gone', sha256: 'ab'.repeat(32) });
    expect(unknown.status).toBe(422);
    expect(((await unknown.json()) as { message: string }).message).toContain('“gone” is not in the store');
    if (face) {
      const other = await bring({ kind: 'plate', name: 'face', sha256: face.sha256 });
      expect(((await other.json()) as { message: string }).message).toContain('is a face, not a plate');
    }
    expect(studio.pieces.get(id).version).toBe(1);
  });
  test('a change that would break the piece is refused', async () => {
    const id = await begin();
    expect(
      (
        await order(id, 1, {
          kind: 'edit',
          label: 'x',
          patches: [{ op: 'replace', path: ['sheet', 'width'], value: -5 }],
          inverse: [],
        })
      ).status,
    ).toBe(422);
    expect(
      (
        await order(id, 1, {
          kind: 'edit',
          label: 'x',
          patches: [{ op: 'replace', path: ['__proto__', 'x'], value: 1 }],
          inverse: [],
        })
      ).status,
    ).toBe(422);
    expect((await post(`/api/pieces/${id}/orders`, { nonsense: true })).status).toBe(400);
    expect(studio.pieces.get(id).version).toBe(1);
  });
  test('an order that is sent again is answered as before, and carried out once', async () => {
    const id = await begin();
    const { patches, inverse } = applyEdit(studio.pieces.get(id).piece, setSheet({ width: 400 }));
    const sent = { tab: 'one', version: 1, order: { id: 'a', kind: 'edit', label: 'w', patches, inverse } };
    const answers = [];
    for (let i = 0; i < 3; i++) answers.push(await (await post(`/api/pieces/${id}/orders`, sent)).json());
    expect(answers[0]).toMatchObject({ version: 2 });
    expect(answers.slice(1)).toEqual([answers[0], answers[0]]);
    expect(studio.pieces.get(id)).toMatchObject({ version: 2, history: ['w'], historyAt: 1 });
    const undo = { tab: 'one', version: 2, order: { id: 'b', kind: 'undo' } };
    for (let i = 0; i < 2; i++) await post(`/api/pieces/${id}/orders`, undo);
    expect(studio.pieces.get(id)).toMatchObject({ version: 3, historyAt: 0, piece: { sheet: { width: sheet.width } } });
    // Even after another tab has taken the piece over: what was carried out was carried out.
    const leave = studio.leases.open(id, 'two', () => undefined);
    expect((await post(`/api/pieces/${id}/orders`, undo)).status).toBe(200);
    leave();
  });
  test('what is settled is no step of history, and leaves what can be redone', async () => {
    const id = await begin();
    await edit(id, 1, 400);
    await order(id, 2, { kind: 'undo' });
    const patches = [{ op: 'replace', path: ['sheet', 'height'], value: 77 }];
    expect((await order(id, 3, { kind: 'settle', patches })).status).toBe(200);
    expect(studio.pieces.get(id)).toMatchObject({ version: 4, history: ['width 400'], historyAt: 0 });
    await order(id, 4, { kind: 'redo' });
    expect(studio.pieces.get(id).piece.sheet).toMatchObject({ width: 400, height: 77 });
  });
  test('a name given on the Shelf costs an open tab nothing, and it is told', async () => {
    const id = await begin();
    const told: LeaseEvent[] = [];
    const leave = studio.leases.open(id, 'one', (event) => told.push(event));
    await post(`/api/pieces/${id}/name`, { name: 'Kiln week' });
    expect(told.at(-1)).toEqual({ kind: 'renamed', name: 'Kiln week' });
    expect((await edit(id, 1, 400)).status).toBe(200);
    expect(studio.pieces.get(id)).toMatchObject({
      piece: { name: 'Kiln week', sheet: { width: 400 } },
      history: ['width 400'],
    });
    leave();
  });
  test('another tab’s piece cannot be changed', async () => {
    const id = await begin();
    const leave = studio.leases.open(id, 'one', () => undefined);
    expect((await edit(id, 1, 400, 'two')).status).toBe(409);
    expect((await edit(id, 1, 400, 'one')).status).toBe(200);
    leave();
    expect((await edit(id, 2, 401, 'two')).status).toBe(200);
  });
  test('rename, duplicate, remove and bring back', async () => {
    const id = await begin();
    await post(`/api/pieces/${id}/name`, { name: '  Kiln week ' });
    expect(studio.pieces.get(id).piece.name).toBe('Kiln week');
    expect((await post(`/api/pieces/${id}/name`, { name: ' ' })).status).toBe(400);
    const { id: copy } = (await (await post(`/api/pieces/${id}/duplicate`, {})).json()) as { id: string };
    expect(studio.pieces.get(copy).piece.name).toBe('Kiln week copy');
    await ask(`/api/pieces/${id}`, { method: 'DELETE' });
    expect((await ask(`/api/pieces/${id}`)).status).toBe(404);
    await post(`/api/pieces/${id}/restore`, {});
    expect((await ask(`/api/pieces/${id}`)).status).toBe(200);
  });
  test('history is kept up to 500 changes', () => {
    const id = studio.pieces.create(blankPiece('Long', sheet));
    for (let i = 0; i < 505; i++) {
      const stored = studio.pieces.get(id);
      const { patches, inverse } = applyEdit(stored.piece, rename(`Long ${i}`));
      studio.pieces.carryOut(id, stored.version, { kind: 'edit', id: `${i}`, label: `step ${i}`, patches, inverse });
    }
    const stored = studio.pieces.get(id);
    expect([stored.history.length, stored.historyAt, stored.history[0], stored.first]).toEqual([500, 500, 'step 5', 5]);
    expect(studio.pieces.historyStep(id, 5).patches).toEqual([{ op: 'replace', path: ['name'], value: 'Long 5' }]);
    expect(() => studio.pieces.historyStep(id, 4)).toThrow(/no longer kept/);
    // Answers are kept for a while, not for ever.
    expect(studio.pieces.answered(id, '504')).toMatchObject({ version: 506 });
    expect(studio.pieces.answered(id, '3')).toBeUndefined();
  });
});

describe('leases', () => {
  test('the first tab works, the second watches, until it takes over or the first leaves', () => {
    const leases = new Leases();
    const received: Record<string, LeaseEvent[]> = { a: [], b: [] };
    const leaveA = leases.open('p', 'a', (event) => received.a.push(event));
    leases.open('p', 'b', (event) => received.b.push(event));
    expect(received).toEqual({ a: [{ kind: 'role', role: 'working' }], b: [{ kind: 'role', role: 'watching' }] });
    leases.takeOver('p', 'b');
    expect([received.a.at(-1), received.b.at(-1)]).toEqual([
      { kind: 'role', role: 'watching' },
      { kind: 'role', role: 'working' },
    ]);
    leases.takeOver('p', 'a');
    leases.tellOthers('p', 'a', { kind: 'moved', version: 7 });
    expect(received.b.at(-1)).toEqual({ kind: 'moved', version: 7 });
    leaveA();
    expect(received.b.at(-1)).toEqual({ kind: 'role', role: 'working' });
    expect(leases.mayChange('p', 'b')).toBe(true);
  });
});

describe('what is made to hang or fill the server', () => {
  test('an outline that would flatten without end is refused at once, in an edit, a copy and a bundle', async () => {
    const data = 'M0 0C1e16 0 1e16 1e16 0 1e16z';
    const blank = blankPiece('hostile', sheet);
    const lettering = {
      id: 'w',
      name: 'w',
      words: {
        text: '',
        face: '',
        size: 20,
        leading: 1,
        tracking: 0,
        alignment: 'left',
        shape: { kind: 'path', data },
      },
      stance: { x: 40, y: 30, rotation: 0, scale: 1 },
      ink: { coats: [] },
    };
    const piece = { ...blank, letterings: [lettering], depth: ['w'] };
    const started = performance.now();
    const copied = await post('/api/pieces/copy', { piece });
    expect([copied.status, ((await copied.json()) as { message: string }).message]).toEqual([
      422,
      expect.stringMatching(/not an outline/),
    ]);
    const zip = zipSync({ 'piece.json': new TextEncoder().encode(JSON.stringify(piece)) });
    expect((await ask('/api/pieces/bundle', { method: 'POST', body: zip })).status).toBe(422);
    expect(performance.now() - started).toBeLessThan(2000);
  });

  test('JSON over 20 MB is refused by its declared length, and while it comes', async () => {
    const declared = { 'content-type': 'application/json', 'content-length': '30000000' };
    expect((await ask('/api/pieces', { method: 'POST', body: '{}', headers: declared })).status).toBe(413);
    const body = `{"name":"${'x'.repeat(21e6)}"}`;
    const coming = new ReadableStream({
      start(controller) {
        controller.enqueue(new TextEncoder().encode(body));
        controller.close();
      },
    });
    const options = { method: 'POST', body: coming, headers: { 'content-type': 'application/json' }, duplex: 'half' };
    expect((await ask('/api/pieces', options as RequestInit)).status).toBe(413);
  });

  test('of a bundle only what its piece names is unpacked; zeros packed a thousandfold are refused', async () => {
    const piece = blankPiece('zeros', sheet);
    const pack = (json: unknown, zeros: string) =>
      zipSync({ 'piece.json': new TextEncoder().encode(JSON.stringify(json)), [zeros]: new Uint8Array(3e7) });
    // A file that nobody names costs nothing.
    const bundle = unzipped(pack(piece, 'unnamed.bin'));
    expect(bundle.piece).toMatchObject({ name: 'zeros' });
    const assets = { p: { kind: 'plate', name: 'p', path: 'zeros.bin' } };
    const answer = await ask('/api/pieces/bundle', { method: 'POST', body: pack({ ...piece, assets }, 'zeros.bin') });
    expect([answer.status, ((await answer.json()) as { message: string }).message]).toEqual([
      413,
      expect.stringMatching(/tighter/),
    ]);
    const many = Object.fromEntries(
      Array.from({ length: 2001 }, (_, i) => [`p${i}`, { kind: 'plate', name: 'p', path: `${i}.bin` }]),
    );
    expect(
      (await ask('/api/pieces/bundle', { method: 'POST', body: pack({ ...piece, assets: many }, 'x') })).status,
    ).toBe(413);
  });
});

describe('bundles', () => {
  const piece = blankPiece('Bundled', sheet);
  const taking = (bundle: Parameters<typeof takeInBundle>[0]) => takeInBundle(bundle, studio.intake);
  const withAsset = (path: string) => ({ ...piece, assets: { f: { kind: 'face', name: 'Face', path } } });
  test('a folder is read, and nothing outside of it', async () => {
    const inside = join(folder, 'bundle');
    mkdirSync(join(inside, 'faces'), { recursive: true });
    writeFileSync(join(folder, 'secret.ttf'), 'secret');
    symlinkSync(join(folder, 'secret.ttf'), join(inside, 'faces', 'link.ttf'));
    for (const path of ['../secret.ttf', '/etc/passwd', 'faces/link.ttf', 'faces\\..\\..\\secret.ttf']) {
      writeFileSync(join(inside, 'piece.json'), JSON.stringify(withAsset(path)));
      await expect(taking(folderBundle(inside))).rejects.toThrow(/leads out of|does not hold/);
    }
  });
  test('a missing file is named; a broken zip, JSON or face is received apart', async () => {
    const zipped = (entries: Record<string, string>) =>
      zipSync(
        Object.fromEntries(Object.entries(entries).map(([name, text]) => [name, new TextEncoder().encode(text)])),
      );
    await expect(
      taking(unzipped(zipped({ 'piece.json': JSON.stringify(withAsset('faces/none.ttf')) }))),
    ).rejects.toThrow(/faces\/none\.ttf/);
    await expect(
      taking(unzipped(zipped({ 'piece.json': JSON.stringify(withAsset('a.ttf')), 'a.ttf': 'no face' }))),
    ).rejects.toThrow(/not a face/);
    expect(() => unzipped(zipped({ 'piece.json': '{' }))).toThrow(/not JSON/);
    expect(() => unzipped(zipped({ other: '' }))).toThrow(/no piece.json/);
    expect(() => unzipped(new Uint8Array([1, 2, 3]))).toThrow(Problem);
    await expect(taking({ piece: { ...piece, version: 7 }, file: () => undefined })).rejects.toThrow(/newer/);
  });
  test('what a refused bundle brought is given back; what was there before, or is named by a piece, stays', async () => {
    const picture = (red: number) =>
      sharp({ create: { width: 8, height: 8, channels: 3, background: { r: red, g: 9, b: 9 } } })
        .png()
        .toBuffer();
    const [own, other] = [await picture(11), await picture(12)];
    const named = (asset: string) => ({ id: asset, name: asset, asset, scale: 1, x: 0, y: 0 });
    const bundled = (files: Record<string, Uint8Array>, ...keys: string[]): Uint8Array<ArrayBuffer> => {
      const assets = Object.fromEntries(keys.map((key) => [key, { kind: 'plate', name: key, path: `${key}.png` }]));
      const text = JSON.stringify({ ...piece, assets, plates: keys.map(named) });
      return zipSync({ 'piece.json': new TextEncoder().encode(text), ...files }) as Uint8Array<ArrayBuffer>;
    };
    const send = (body: Uint8Array<ArrayBuffer>) => ask('/api/pieces/bundle', { method: 'POST', body });
    const before = studio.assets.hashes().length;
    // The second file is missing: the first has been taken in by then.
    expect((await send(bundled({ 'own.png': own }, 'own', 'gone'))).status).toBe(422);
    expect(studio.assets.hashes()).toHaveLength(before);
    expect((await send(bundled({ 'own.png': own }, 'own'))).status).toBe(201);
    expect(studio.assets.hashes()).toHaveLength(before + 1);
    expect((await send(bundled({ 'own.png': own, 'other.png': other }, 'own', 'other', 'gone'))).status).toBe(422);
    expect(studio.assets.hashes()).toHaveLength(before + 1);
    const [kept] = studio.assets.list('plate').slice(-1);
    expect(existsSync(studio.files.asset(kept.sha256)) && existsSync(studio.files.pyramid(kept.sha256))).toBe(true);
  });
});
