import { jest } from '@jest/globals';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { unzipSync, zipSync } from 'fflate';
import { produceWithPatches } from 'immer';
import sharp from 'sharp';
import type { Piece } from '../../core/piece/schema';
import { folderBundle, takeInBundle } from '../bundles';
import { Studio } from '../studio';
import { spreadsheet, textCell } from '../testing/spreadsheet';
import { testStudio } from '../testing/studio';
import type { StoredRow } from './store';

// Rows are solved by processes that share the machine with other tests.
jest.setTimeout(240_000);

const { ask, studio } = testStudio();
type Row = StoredRow & { isFresh: boolean };
const json = async <Value>(response: Response | Promise<Response>): Promise<Value> =>
  (await (await response).json()) as Value;
const post = (path: string, body: unknown): Response | Promise<Response> =>
  ask(path, { method: 'POST', body: JSON.stringify(body) });
const send = (path: string, bytes: Uint8Array | string): Response | Promise<Response> =>
  ask(path, { method: 'POST', body: typeof bytes === 'string' ? new TextEncoder().encode(bytes) : (bytes as never) });
const rowsOf = (run: string): Promise<Row[]> => json(ask(`/runs/${run}/rows`));

let piece: string;
beforeAll(async () => {
  piece = studio.pieces.create(await takeInBundle(folderBundle('demo', 'pieces/picture-letters.json'), studio.intake));
});

/** Changes a piece as the Bench would: the way back is what was there. */
const changed = (id: string, label: string, change: (piece: Piece) => void): void => {
  const before = studio.pieces.get(id);
  const [, patches, inverse] = produceWithPatches(before.piece, change);
  studio.pieces.carryOut(id, before.version, { kind: 'edit', id: label, label, patches, inverse });
};

const newRun = async (): Promise<string> => (await json<{ id: string }>(post('/runs', { piece }))).id;
const solved = (run: string): Promise<void> => studio.runWorks.ended(run);

/** A picture of one colour, as a file. */
const picture = (colour: string, width = 90, height = 60): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background: colour } })
    .png()
    .toBuffer();

test('a table becomes rows that are solved, measured and drawn; pictures come as a zip, and are matched by name', async () => {
  const run = await newRun();
  const { settings } = await json<{ settings: { slots: { id: string; kind: string }[] } }>(ask(`/runs/${run}`));
  expect(settings.slots.map(({ kind }) => kind)).toEqual(['words', 'fill']);
  const csv = 'Name;Picture\nAda;red.png\nBeatrix;Blue.PNG\nCyril;\nDora;gone.png\n';
  expect(await json(send(`/runs/${run}/table?name=names.csv`, csv))).toEqual({
    rows: 4,
    notes: ['Values are parted by semicolons.'],
  });
  const zip = zipSync({
    'photos/red.png': new Uint8Array(await picture('#c02020')),
    'photos/blue.png': new Uint8Array(await picture('#2020c0')),
    'photos/broken.png': new Uint8Array([1, 2, 3]),
    'readme.txt': new Uint8Array([65]),
  });
  const taken = await json<{ pictures: string[]; refused: { name: string }[] }>(
    send(`/runs/${run}/pictures?name=all.zip`, zip),
  );
  expect(taken.pictures.sort()).toEqual(['blue.png', 'red.png']);
  expect(taken.refused.map(({ name }) => name)).toEqual(['broken.png']);
  await solved(run);
  const rows = await rowsOf(run);
  expect(rows.map(({ isFresh }) => isFresh)).toEqual([true, true, true, true]);
  // A picture of 90 px in letters 11 inches wide cannot be printed; no picture leaves that of the design.
  expect(rows.map(({ flags }) => flags.filter(({ weight }) => weight === 'stop').map(({ about }) => about))).toEqual([
    ['ppi'],
    ['ppi'],
    [],
    ['picture'],
  ]);
  const shown = await ask(`/runs/${run}/rows/${rows[0].id}/picture`);
  const { dominant } = await sharp(Buffer.from(await shown.arrayBuffer()))
    .extract({ left: 60, top: 130, width: 100, height: 60 })
    .stats();
  expect(shown.status).toBe(200);
  expect(dominant.r).toBeGreaterThan(dominant.b);
});

test('a long table is read some rows at a time: each row once, in order, and others are answered meanwhile', async () => {
  const run = await newRun();
  await post(`/runs/${run}/text`, { text: ['Name', ...Array.from({ length: 1203 }, (_, i) => `N${i}`)].join('\n') });
  await studio.runWorks.cancel(run);
  let turns = 0;
  const count = setImmediate(function again() {
    turns++;
    counting = setImmediate(again);
  });
  let counting = count;
  const rows = await rowsOf(run);
  clearImmediate(counting);
  expect(rows.map(({ cells }) => cells.Name)).toEqual(Array.from({ length: 1203 }, (_, i) => `N${i}`));
  // 500, 500 and 203 rows: in between somebody else's turn came.
  expect(turns).toBeGreaterThanOrEqual(3);
  expect(await rowsOf(await newRun())).toEqual([]);
});

test('what is approved is made under its name; again, only what has changed', async () => {
  const run = await newRun();
  await send(`/runs/${run}/table?name=a.csv`, 'Name\nAda\n../Eve\nada\n');
  await post(`/runs/${run}`, {
    settings: { output: { format: 'png', quality: 92, side: 200, pattern: '{number} {Name}' } },
  });
  await solved(run);
  const rows = await rowsOf(run);
  await post(`/runs/${run}/edits`, { edits: [{ kind: 'approve', rows: rows.map(({ id }) => id), approved: true }] });
  expect((await post(`/runs/${run}/work`, { kind: 'make', rows: null })).status).toBe(202);
  await solved(run);
  const folder = studio.runWorks.folder(run, 'files');
  expect(readdirSync(folder).sort()).toEqual(['1 Ada.png', '2 -Eve.png', '3 ada.png']);
  const { width, height } = await sharp(join(folder, '1 Ada.png')).metadata();
  // 3900 x 5700 px at 300 ppi on 200 px: 200 / 5700 of both.
  expect([width, height]).toEqual([137, 200]);
  const bytes = readFileSync(join(folder, '1 Ada.png'));
  expect(bytes.readUInt32BE(bytes.indexOf('pHYs') + 4)).toBe(Math.round((300 * 200) / 5700 / 0.0254));
  const times = () => readdirSync(folder).map((file) => [file, statSync(join(folder, file)).mtimeMs] as const);
  const before = new Map(times());
  await post(`/runs/${run}/work`, { kind: 'make', rows: null });
  await solved(run);
  expect(new Map(times())).toEqual(before);
  // Another name: solved again, and no longer approved until somebody has looked.
  await post(`/runs/${run}/edits`, { edits: [{ kind: 'cells', row: rows[0].id, cells: { Name: 'Adam' } }] });
  await solved(run);
  expect((await rowsOf(run)).map(({ approved }) => approved)).toEqual([false, true, true]);
  await post(`/runs/${run}/edits`, { edits: [{ kind: 'approve', rows: [rows[0].id], approved: true }] });
  await post(`/runs/${run}/work`, { kind: 'make', rows: null });
  await solved(run);
  expect(readdirSync(folder).sort()).toEqual(['1 Adam.png', '2 -Eve.png', '3 ada.png']);
  expect(times().filter(([file, time]) => before.get(file) === time)).toHaveLength(2);
  const zip = unzipSync(new Uint8Array(await (await ask(`/runs/${run}/files.zip`)).arrayBuffer()));
  expect(Object.keys(zip).sort()).toEqual(['1 Adam.png', '2 -Eve.png', '3 ada.png']);
  expect(Buffer.from(zip['3 ada.png']).equals(readFileSync(join(folder, '3 ada.png')))).toBe(true);
  const report = await (await ask(`/runs/${run}/report.csv`)).text();
  expect(report).toMatch(/1,Adam,yes,1 Adam\.png/);
});

test('rows that exchange their names exchange their files: none is lost, and none has the other’s', async () => {
  const run = await newRun();
  await post(`/runs/${run}/text`, { text: 'Name\nAda\nEve' });
  await post(`/runs/${run}`, { settings: { output: { format: 'png', quality: 92, side: 120, pattern: '{Name}' } } });
  await solved(run);
  const [first, second] = (await rowsOf(run)).map(({ id }) => id);
  const make = async (rows: number[]): Promise<void> => {
    await post(`/runs/${run}/edits`, { edits: [{ kind: 'approve', rows, approved: true }] });
    await post(`/runs/${run}/work`, { kind: 'make', rows: null });
    await solved(run);
  };
  await make([first, second]);
  const folder = studio.runWorks.folder(run, 'files');
  const read = (file: string): Buffer => readFileSync(join(folder, file));
  const [ada, eve] = [read('Ada.png'), read('Eve.png')];
  await post(`/runs/${run}/edits`, {
    edits: [
      { kind: 'cells', row: first, cells: { Name: 'Eve' } },
      { kind: 'cells', row: second, cells: { Name: 'Ada' } },
    ],
  });
  await solved(run);
  // Only one of them is made again: the other has no file until it is.
  await make([first]);
  expect((await rowsOf(run)).map(({ file }) => file)).toEqual(['Eve.png', null]);
  await make([second]);
  expect((await rowsOf(run)).map(({ file }) => file)).toEqual(['Eve.png', 'Ada.png']);
  expect(readdirSync(folder).sort()).toEqual(['Ada.png', 'Eve.png']);
  expect([read('Ada.png').equals(ada), read('Eve.png').equals(eve)]).toEqual([true, true]);
});

test('a change of the piece makes every row wait again, and takes approvals back that nobody has looked at since', async () => {
  const own = studio.pieces.duplicate(piece);
  const { id: run } = await json<{ id: string }>(post('/runs', { piece: own }));
  await post(`/runs/${run}/text`, { text: 'Name\nAda\nEve' });
  await solved(run);
  const rows = await rowsOf(run);
  await post(`/runs/${run}/edits`, { edits: [{ kind: 'approve', rows: [rows[0].id], approved: true }] });
  changed(own, 'Paint', ({ sheet }) => void (sheet.paint = '#204060'));
  expect((await rowsOf(run)).map(({ isFresh }) => isFresh)).toEqual([false, false]);
  // Making files does not make what has changed meanwhile.
  await post(`/runs/${run}/work`, { kind: 'make', rows: null });
  await solved(run);
  expect((await rowsOf(run)).map(({ isFresh, approved, file }) => [isFresh, approved, file])).toEqual([
    [true, false, null],
    [true, false, null],
  ]);
});

test('a row that is changed while it is solved ends as it was left, and keeps what was approved then', async () => {
  const run = await newRun();
  await post(`/runs/${run}/text`, { text: 'Name\nAda' });
  await solved(run);
  const [{ id, solvedFor }] = await rowsOf(run);
  const change = (name: string) =>
    post(`/runs/${run}/edits`, { edits: [{ kind: 'cells', row: id, cells: { Name: name } }] });
  // To something else and back, and approved, before the first of these is solved.
  await change('Ada 🪁');
  await change('Ada');
  await post(`/runs/${run}/edits`, { edits: [{ kind: 'approve', rows: [id], approved: true }] });
  await solved(run);
  const [row] = await rowsOf(run);
  expect(row).toMatchObject({ solvedFor, approved: true, isFresh: true });
  expect(row.flags.filter(({ weight }) => weight === 'stop')).toEqual([]);
});

test('roughs of a row are made from its own photograph and words, in the shape of its sheet', async () => {
  const wantedOf = async (design: string): Promise<[number, unknown]> => {
    const { id: run } = await json<{ id: string }>(post('/runs', { piece: design }));
    await post(`/runs/${run}/text`, { text: 'Name\nAda\nEve' });
    const [, second] = await rowsOf(run);
    const wanted = await ask(`/runs/${run}/rows/${second.id}/roughs`);
    return [wanted.status, await wanted.json()];
  };
  const woven = await takeInBundle(folderBundle('demo', 'pieces/woven.json'), studio.intake);
  const { sha256 } = woven.assets[woven.plates[0].asset];
  expect(await wantedOf(studio.pieces.create(woven))).toEqual([
    200,
    { plate: sha256, words: `Eve\n${woven.letterings[1].words.text}`, width: 1800, height: 1200 },
  ]);
  // Letters of pictures on bare paper.
  expect(await wantedOf(piece)).toEqual([422, { message: expect.stringMatching(/no photograph/) }]);
});

test('one row is worked at by hand: it alone changes, is marked, keeps it when the piece changes, and gives it back', async () => {
  const own = studio.pieces.duplicate(piece);
  const { id: run } = await json<{ id: string }>(post('/runs', { piece: own }));
  await post(`/runs/${run}/text`, { text: 'Name\nAda\nEve' });
  await solved(run);
  const [first, second] = await rowsOf(run);
  const shelf = studio.pieces.list().length;
  const { piece: worked } = await json<{ piece: string }>(post(`/runs/${run}/rows/${first.id}/bench`, {}));
  expect(studio.pieces.list()).toHaveLength(shelf);
  const opened = studio.pieces.get(worked);
  expect(opened.piece.letterings[0].words.text).toBe('Ada');
  const turn = (id: string, by: number): void =>
    changed(id, `Turn ${by}`, ({ letterings: [{ stance }] }) => void (stance.rotation = by));
  turn(worked, 30);
  const paint = async (value: string): Promise<void> => {
    changed(own, `Paint ${value}`, ({ sheet }) => void (sheet.paint = value));
    await post(`/runs/${run}/work`, { kind: 'solve', rows: null });
    await solved(run);
  };
  expect((await rowsOf(run)).map(({ byHand, isFresh }) => [byHand, isFresh])).toEqual([
    [true, false],
    [false, true],
  ]);
  await paint('#305070');
  const after = await rowsOf(run);
  expect(after.map(({ isFresh }) => isFresh)).toEqual([true, true]);
  const pixelsOf = async (row: number): Promise<Buffer> =>
    sharp(Buffer.from(await (await ask(`/runs/${run}/rows/${row}/picture`)).arrayBuffer()))
      .removeAlpha()
      .raw()
      .toBuffer();
  // Where the turned words begin there is paint in the other row; and both have the new one in their corners.
  const [hand, plain] = [await pixelsOf(first.id), await pixelsOf(second.id)];
  expect([...hand.subarray(0, 3)]).toEqual([0x30, 0x50, 0x70]);
  expect([...plain.subarray(0, 3)]).toEqual([0x30, 0x50, 0x70]);
  const again = await json<{ piece: string }>(post(`/runs/${run}/rows/${first.id}/bench`, {}));
  expect(studio.pieces.get(again.piece).piece.letterings[0].stance.rotation).toBe(30);
  expect(studio.pieces.get(again.piece).piece.sheet.paint).toBe('#305070');
  expect((await ask(`/runs/${run}/rows/${first.id}/bench`, { method: 'DELETE' })).status).toBe(204);
  await solved(run);
  expect((await rowsOf(run)).map(({ byHand }) => byHand)).toEqual([false, false]);
  expect((await pixelsOf(first.id)).equals(hand)).toBe(false);
  expect((await ask(`/pieces/${again.piece}`)).status).toBe(404);
  // Begun once more, it is the new work that is kept, not what was given back.
  for (const value of [45, 60]) {
    await ask(`/runs/${run}/rows/${first.id}/bench`, { method: 'DELETE' });
    await solved(run);
    const { piece: anew } = await json<{ piece: string }>(post(`/runs/${run}/rows/${first.id}/bench`, {}));
    turn(anew, value);
    await paint(`#7050${value}`);
  }
  const { piece: last } = await json<{ piece: string }>(post(`/runs/${run}/rows/${first.id}/bench`, {}));
  expect(studio.pieces.get(last).piece.letterings[0].stance.rotation).toBe(60);
});

test('work that is cancelled stops, and goes on where it was; a server that was ended goes on by itself', async () => {
  const data = mkdtempSync(join(tmpdir(), 'inky-runs-'));
  const open = (): Studio => new Studio({ root: resolve('.'), data, host: '127.0.0.1', port: 4680 });
  const first = open();
  const own = first.pieces.create(
    await takeInBundle(folderBundle('demo', 'pieces/picture-letters.json'), first.intake),
  );
  const slots = [{ kind: 'words', id: 'a', name: 'Name', lettering: 'lettering-1' }];
  const { runSchema } = await import('../../core/runs/settings');
  const run = first.runs.create(own, 'R', runSchema.parse({ slots, columns: [], matched: { a: 'Name' } }));
  first.runs.fill(
    run,
    { columns: ['Name'], rows: Array.from({ length: 12 }, (_, i) => [`Name ${i}`]), notes: [] },
    false,
  );
  const waiting = (of: Studio): number => {
    const rows = of.runs.rows(run);
    const fresh = of.runWorks.freshKeys(of.runs.get(run), rows);
    return rows.filter(({ solvedFor }, i) => solvedFor !== fresh[i]).length;
  };
  const someDone = (of: Studio): Promise<void> =>
    new Promise((done) => {
      const stop = of.runWorks.follow(run, ({ rows }) => {
        if (rows.length === 0) return;
        stop();
        done();
      });
    });
  first.runWorks.start(run, { kind: 'solve', rows: null });
  await someDone(first);
  await first.runWorks.cancel(run);
  const left = waiting(first);
  expect(left).toBeGreaterThan(0);
  expect(left).toBeLessThan(12);
  expect(first.runs.atWork()).toEqual([]);
  first.runWorks.start(run, { kind: 'solve', rows: null });
  await someDone(first);
  // The server is ended in the middle.
  first.close();
  const second = open();
  expect(second.runs.atWork().map(({ id }) => id)).toEqual([run]);
  expect(waiting(second)).toBeLessThan(left);
  second.runWorks.resume();
  await second.runWorks.ended(run);
  expect(waiting(second)).toBe(0);
  expect(second.runs.rows(run).flatMap(({ flags }) => flags.filter(({ about }) => about === 'failed'))).toEqual([]);
  second.close();
  rmSync(data, { recursive: true, force: true });
});

test('a spreadsheet is read: its first sheet, formulas by what they came to', async () => {
  const run = await newRun();
  const book = spreadsheet(
    `<row r="1">${textCell('A1', 'Name')}${textCell('B1', 'Stall')}</row><row r="2">${textCell('A2', 'Zoë')}<c r="B2"><f>3+4</f><v>7</v></c></row>`,
  );
  expect(await json(send(`/runs/${run}/table?name=names.xlsx`, book))).toEqual({ rows: 1, notes: [] });
  expect((await rowsOf(run))[0].cells).toEqual({ Name: 'Zoë', Stall: '7' });
  await solved(run);
});

test('what cannot be used is refused with the reason, and nothing of the run is lost', async () => {
  const run = await newRun();
  await post(`/runs/${run}/text`, { text: 'Name\nAda' });
  const refused = async (response: Response | Promise<Response>): Promise<[number, string]> => {
    const answered = await response;
    return [answered.status, ((await answered.json()) as { message: string }).message];
  };
  expect(await refused(send(`/runs/${run}/table?name=x.csv`, new Uint8Array([0, 1, 2, 0, 0, 5, 0, 0])))).toEqual([
    422,
    expect.stringContaining('not a table'),
  ]);
  expect(await refused(send(`/runs/${run}/table?name=x.xlsx`, zipSync({ 'a.txt': new Uint8Array([1]) })))).toEqual([
    422,
    expect.stringContaining('spreadsheet'),
  ]);
  expect(
    await refused(send(`/runs/${run}/table?name=x.csv`, Array.from({ length: 10_000 }, (_, i) => `c${i}`).join())),
  ).toEqual([422, expect.stringContaining('10000 columns')]);
  expect(await refused(post(`/runs/${run}/text`, { text: ' ' }))).toEqual([422, expect.stringContaining('empty')]);
  expect(
    (await refused(send(`/runs/${run}/pictures?name=a.zip`, zipSync({ 'a.txt': new Uint8Array([1]) }))))[1],
  ).toMatch(/no pictures/);
  expect((await send(`/runs/${run}/pictures?name=a.png`, new Uint8Array([7, 7, 7]))).status).toBe(415);
  expect((await ask('/runs/nothing')).status).toBe(404);
  expect((await ask(`/runs/${run}/rows/99/picture`)).status).toBe(404);
  expect((await ask(`/runs/${run}/files.zip`)).status).toBe(404);
  expect((await post('/runs', { piece: 'nothing' })).status).toBe(404);
  expect((await post(`/runs/${run}`, { settings: { slots: [{ kind: 'words' }] } })).status).toBe(400);
  expect((await post(`/runs/${run}/edits`, { edits: [{ kind: 'cells', row: 77, cells: {} }] })).status).toBe(404);
  await solved(run);
  expect((await rowsOf(run)).map(({ cells }) => cells)).toEqual([{ Name: 'Ada' }]);
});

test('a run is removed with everything that came of it, and the piece stays', async () => {
  const run = await newRun();
  await post(`/runs/${run}/text`, { text: 'Name\nAda\nEve\nIda' });
  expect((await ask(`/runs/${run}`, { method: 'DELETE' })).status).toBe(204);
  expect((await ask(`/runs/${run}`)).status).toBe(404);
  expect(studio.pieces.get(piece).id).toBe(piece);
});
