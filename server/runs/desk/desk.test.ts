import { jest } from '@jest/globals';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import type { OrderStanding } from '../../../core/runs/desk';
import { folderBundle, takeInBundle } from '../../bundles';
import { testStudio } from '../../testing/studio';
import { Inbox } from './inbox';
import { madeUpOrders } from './madeUp';
import { acceptance } from './printQueue';

// Rows are solved by processes that share the machine with other tests.
jest.setTimeout(240_000);

const scratch = mkdtempSync(join(tmpdir(), 'inky-desk-'));
afterAll(() => rmSync(scratch, { recursive: true, force: true }));

describe('the print queue', () => {
  /** A sheet of 100 x 50 mm at 254 px per inch. */
  const ticket = { sheet: { width: 1000, height: 500, ppi: 254 }, ppi: 150, bleed: 0, hasBleed: 0 };
  const file = async (
    name: string,
    width: number,
    height: number,
    density: number,
    format: 'png' | 'jpeg' | 'tiff' = 'png',
  ): Promise<string> => {
    const path = join(scratch, name);
    await sharp({ create: { width, height, channels: 3, background: '#345' } })
      .withMetadata({ density })
      .toFormat(format)
      .toFile(path);
    return path;
  };

  test('takes a file of the right size, whatever its px, with a profile', async () => {
    expect(await acceptance(await file('a.png', 1000, 500, 254), ticket)).toEqual([]);
    expect(await acceptance(await file('b.jpg', 600, 300, 152.4, 'jpeg'), ticket)).toEqual([]);
    expect(await acceptance(await file('c.tif', 1000, 500, 254, 'tiff'), ticket)).toEqual([]);
  });

  test('refuses another size, too few px, too little bleed, no profile, clear parts, damage and other formats', async () => {
    expect(await acceptance(await file('d.png', 1000, 540, 254), ticket)).toEqual([
      'It is 100.0 × 54.0 mm large and should be 100.0 × 50.0 mm.',
    ]);
    expect(await acceptance(await file('e.png', 400, 200, 101.6), ticket)).toEqual([
      'It has 102 px per inch, and 150 are asked for.',
    ]);
    expect(await acceptance(await file('f.png', 1000, 500, 254), { ...ticket, bleed: 3 })).toEqual([
      'It has 0.0 mm of bleed, and 3 mm are asked for.',
    ]);
    // With its bleed it is 3 mm larger on every side.
    expect(await acceptance(await file('g.png', 1060, 560, 254), { ...ticket, bleed: 3, hasBleed: 3 })).toEqual([]);
    // A JPEG that nothing is told of has 72 px per inch, and no profile.
    const bare = join(scratch, 'bare.jpg');
    await sharp({ create: { width: 1000, height: 500, channels: 3, background: '#345' } })
      .jpeg()
      .toFile(bare);
    const large = { ...ticket, sheet: { ...ticket.sheet, ppi: 72 }, ppi: 72 };
    expect(await acceptance(bare, large)).toEqual(['It has no colour profile (srgb).']);
    const clear = join(scratch, 'clear.png');
    await sharp({ create: { width: 1000, height: 500, channels: 4, background: '#ff000080' } })
      .withMetadata({ density: 254 })
      .png()
      .toFile(clear);
    expect(await acceptance(clear, ticket)).toEqual(['Parts of it are clear.']);
    writeFileSync(join(scratch, 'broken.png'), 'broken');
    expect(await acceptance(join(scratch, 'broken.png'), ticket)).toEqual(['The file cannot be opened.']);
    expect(await acceptance(join(scratch, 'a.svg'), ticket)).toEqual([
      'The print queue takes PNG, JPEG, TIFF and PDF.',
    ]);
  });

  test('measures a PDF by its boxes', async () => {
    const pdf = await PDFDocument.create();
    const page = pdf.addPage([300, 160]);
    const [width, height] = [(100 / 25.4) * 72, (50 / 25.4) * 72];
    page.setTrimBox(4, 4, width, height);
    page.setBleedBox(2, 2, width + 4, height + 4);
    const path = join(scratch, 'a.pdf');
    writeFileSync(path, await pdf.save());
    // 2 points are 0.71 mm.
    expect(await acceptance(path, { ...ticket, bleed: 3 })).toEqual([
      'It has 0.7 mm of bleed, and 3 mm are asked for.',
      'It has no colour profile.',
    ]);
  });
});

describe('orders of a shop', () => {
  const { ask, studio } = testStudio();
  const json = async <Value>(response: Response | Promise<Response>): Promise<Value> =>
    (await (await response).json()) as Value;
  const post = (path: string, body: unknown): Response | Promise<Response> =>
    ask(path, { method: 'POST', body: JSON.stringify(body) });
  let piece: string;
  beforeAll(async () => {
    piece = studio.pieces.create(
      await takeInBundle(folderBundle('demo', 'pieces/picture-letters.json'), studio.intake),
    );
  });
  const newRun = async (desk: object, output: object = {}): Promise<string> => {
    const { id } = await json<{ id: string }>(post('/runs', { piece }));
    await post(`/runs/${id}`, { settings: { desk, output: { side: 700, ...output } } });
    await studio.runWorks.ended(id);
    return id;
  };
  const standing = (run: string, order: string): Promise<OrderStanding> => json(ask(`/runs/${run}/orders/${order}`));
  /** Until an order is where nothing more is done by itself. */
  async function settled(run: string, order: string): Promise<OrderStanding> {
    for (;;) {
      const now = await standing(run, order);
      if (now.state !== 'at work' && now.state !== 'making' && !now.says.includes('looked at next')) return now;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }
  const picture = (side: number): Promise<Buffer> =>
    sharp({ create: { width: side, height: side, channels: 3, background: '#a05030' } })
      .jpeg()
      .toBuffer();
  const nameSlot = async (run: string): Promise<{ words: string; fill: string }> => {
    const { settings } = await json<{ settings: { slots: { kind: string; name: string }[] } }>(ask(`/runs/${run}`));
    const named = (kind: string): string => settings.slots.find((slot) => slot.kind === kind)!.name;
    return { words: named('words'), fill: named('fill') };
  };

  test('an order becomes a row, its proof and its file, which the print queue takes; the same one twice is one', async () => {
    const run = await newRun({ isOpen: true, ppi: 20 });
    const { words, fill } = await nameSlot(run);
    const data = (await picture(3000)).toString('base64');
    const order = {
      order: 'A-1',
      values: { [words]: 'ADA', [fill]: 'mine.jpg' },
      pictures: [{ name: 'mine.jpg', data }],
    };
    const [first, again] = [await post(`/runs/${run}/orders`, order), await post(`/runs/${run}/orders`, order)];
    expect([first.status, again.status]).toEqual([201, 200]);
    expect(await settled(run, 'A-1')).toMatchObject({
      state: 'accepted',
      number: 1,
      says: 'The print queue has its file.',
    });
    const rows = studio.runs.rows(run);
    expect(rows).toHaveLength(1);
    expect(rows[0].cells).toMatchObject({ Order: 'A-1', [fill]: 'A-1 mine.jpg' });
    const proof = await ask(`/runs/${run}/rows/${rows[0].id}/proof`);
    expect(await sharp(Buffer.from(await proof.arrayBuffer())).metadata()).toMatchObject({ format: 'jpeg' });
    const accepted = join(studio.orderDesk.folder(run, 'print'), 'accepted');
    const [name] = readdirSync(accepted);
    expect(name).toBe('A-1 1.png');
    expect(readFileSync(join(accepted, name))).toEqual(
      readFileSync(join(studio.runWorks.folder(run, 'files'), rows[0].file!)),
    );
    // What is with the printer is changed under another number only.
    const changed = await post(`/runs/${run}/orders`, { ...order, pictures: [], values: { [words]: 'EVE' } });
    expect(changed.status).toBe(409);
    // Another design afterwards prints nothing twice.
    await post(`/runs/${run}`, { settings: { output: { side: 600 } } });
    await studio.runWorks.ended(run);
    await studio.orderDesk.goOn(run);
    await studio.runWorks.ended(run);
    expect((await standing(run, 'A-1')).state).toBe('accepted');
    expect(readdirSync(accepted)).toEqual([name]);
  });

  test('what needs an eye waits for it, what cannot be printed is refused with its reason', async () => {
    const run = await newRun({ isOpen: true, ppi: 5000 * 0.9 });
    const { words, fill } = await nameSlot(run);
    // 90 px in letters 11 inches wide.
    const data = (await picture(90)).toString('base64');
    await post(`/runs/${run}/orders`, {
      order: 'B-1',
      values: { [words]: 'BO', [fill]: 'tiny.jpg' },
      pictures: [{ name: 'tiny.jpg', data }],
    });
    await post(`/runs/${run}/orders`, { order: 'B-2', values: { [words]: 'ADA' } });
    expect(await settled(run, 'B-1')).toMatchObject({ state: 'stopped', says: expect.stringContaining('px per inch') });
    const refused = await settled(run, 'B-2');
    expect(refused).toMatchObject({ state: 'refused', says: expect.stringContaining('4500 are asked for') });
    // Approved by hand after all: its file is made and handed on.
    const { row } = await standing(run, 'B-1');
    await post(`/runs/${run}/edits`, { edits: [{ kind: 'approve', rows: [row], approved: true }] });
    expect((await settled(run, 'B-1')).state).toBe('refused');
    // With other wishes the refused one is tried again; the queue asks for less by now.
    await post(`/runs/${run}`, { settings: { desk: { isOpen: true, ppi: 10 } } });
    await post(`/runs/${run}/orders`, { order: 'B-2', values: { [words]: 'EVE' } });
    expect((await settled(run, 'B-2')).state).toBe('accepted');
    await post(`/runs/${run}/edits`, { edits: [{ kind: 'remove', rows: [row] }] });
    expect((await standing(run, 'B-1')).state).toBe('gone');
  });

  test('what is no order is refused in a sentence, and nothing of it stays', async () => {
    const shut = await newRun({});
    expect(await json(post(`/runs/${shut}/orders`, { order: '1', values: {} }))).toMatchObject({
      message: 'This run takes no orders. Open its order desk first.',
    });
    const run = await newRun({ isOpen: true });
    const { words } = await nameSlot(run);
    const wrong = await post(`/runs/${run}/orders`, { order: '1', values: { Sock: 'red' } });
    expect([wrong.status, ((await wrong.json()) as { message: string }).message]).toEqual([
      422,
      expect.stringContaining('nothing called "Sock"'),
    ]);
    const noPicture = await post(`/runs/${run}/orders`, {
      order: '2',
      values: { [words]: 'A' },
      pictures: [{ name: 'a.jpg', data: 'AAAA' }],
    });
    expect(noPicture.status).toBeGreaterThanOrEqual(415);
    expect((await post(`/runs/${run}/orders`, { order: '../2', values: {} })).status).toBe(400);
    expect(studio.runs.rows(run)).toEqual([]);
    expect((await ask(`/runs/${run}/orders/1`)).status).toBe(404);
  });

  test('orders that are laid into a folder are taken in when they are whole; what is none is laid aside with its reason', async () => {
    const run = await newRun({ isOpen: true, approvesClean: false, ppi: 20 });
    const { words, fill } = await nameSlot(run);
    const folder = studio.orderDesk.folder(run, 'orders');
    const inbox = new Inbox(studio.orderDesk);
    inbox.close();
    // One that is still being written has changed just now, however slow the machine is.
    const lay = (name: string, content: string | Buffer, isOld = true): void => {
      writeFileSync(join(folder, name), content);
      const at = new Date(Date.now() + (isOld ? -10_000 : 600_000));
      utimesSync(join(folder, name), at, at);
    };
    lay('photo.jpg', await picture(3000));
    lay(
      'c1.json',
      JSON.stringify({ order: 'C-1', values: { [words]: 'CY', [fill]: 'photo.jpg' }, pictures: ['photo.jpg'] }),
    );
    lay('c2.json', '{ not json');
    lay('c3.json', JSON.stringify({ order: 'C-3', values: {}, pictures: ['../../secret'] }));
    // It is still being written.
    lay('c4.json', '{"order":', false);
    await inbox.look();
    expect(readdirSync(folder).sort()).toEqual(['c4.json', 'refused', 'taken']);
    expect(readdirSync(join(folder, 'taken')).sort()).toEqual(['c1.json', 'photo.jpg']);
    expect(readFileSync(join(folder, 'refused', 'c2.json.txt'), 'utf8')).toBe('This file is not JSON.\n');
    expect(readFileSync(join(folder, 'refused', 'c3.json.txt'), 'utf8')).toContain('no picture');
    expect(await settled(run, 'C-1')).toMatchObject({ state: 'look', says: 'It waits to be approved.' });
    expect(existsSync(join(studio.orderDesk.folder(run, 'print'), 'accepted'))).toBe(false);
  });

  test('made-up orders: the same seed, the same ones; all of them end somewhere', async () => {
    const run = await newRun({ isOpen: true, ppi: 20 });
    const { settings } = studio.runs.get(run);
    const shop = { slots: settings.slots, sizes: [], known: {} };
    const [a, b, other] = [
      await madeUpOrders(shop, 4, 1),
      await madeUpOrders(shop, 4, 1),
      await madeUpOrders(shop, 4, 2),
    ];
    expect(a).toEqual(b);
    expect(a[0].values).not.toEqual(other[0].values);
    await post(`/runs/${run}/orders/practice`, { count: 4, seed: 1 });
    const ends = await Promise.all(a.map(({ order }) => settled(run, order)));
    expect(ends.every(({ state }) => ['accepted', 'look', 'stopped'].includes(state))).toBe(true);
    expect(ends.some(({ state }) => state === 'accepted')).toBe(true);
  });
});
