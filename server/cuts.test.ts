import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import sharp from 'sharp';
import { readLevel } from '../core/pictures/pyramid';
import { fractions, overlap, trueCut } from '../core/testing/truth';
import { plainVeil, tracedCut } from '../core/passes/veils/schema';
import { mismatch, type EdgePlace } from '../core/passes/veils/softness/compareEdge';
import { blankPiece } from '../core/piece/blank';
import { readPiece } from '../core/piece/read';
import { application } from './application';
import { takeInBundle, writeBundle, zipBundle } from './bundles';
import { decodePicture } from './codecs/decodePicture';
import { openPyramid } from './store/pyramidFile';
import type { StoredAsset } from './store/assets';
import { Studio } from './studio';

const folder = mkdtempSync(join(tmpdir(), 'inky-cuts-'));
const config = { root: resolve('.'), data: join(folder, 'data'), host: '127.0.0.1', port: 4680 };
const studio = new Studio(config);
afterAll(() => {
  studio.close();
  rmSync(folder, { recursive: true, force: true });
});
const { app } = application(studio);
const post = (path: string, json: unknown) =>
  app.request(`http://127.0.0.1:4680/api/cuts${path}`, {
    method: 'POST',
    body: JSON.stringify(json),
    headers: { host: '127.0.0.1:4680', 'content-type': 'application/json' },
  });
let plate = '';
beforeAll(async () => {
  plate = (await studio.intake.takeIn(await studio.intake.copy('demo/plates/ribbons.jpg'), 'ribbons', 'plate')).sha256;
});

const pixelsOf = async ({ sha256, width, height, channels }: StoredAsset): Promise<Uint8Array> =>
  (
    await readLevel(
      openPyramid(sha256, studio.files.pyramid(sha256), { width: width!, height: height!, channels: channels! }),
      0,
      { x: 0, y: 0, width: width!, height: height! },
    )
  ).bytes;

test('strokes go in, a matte comes out that is kept as a file like any other', async () => {
  const { strokes, truth } = await trueCut('ribbons');
  const response = await post('/scribble', { plate, marks: strokes.marks, box: null });
  expect(response.status).toBe(200);
  const { matte } = (await response.json()) as { matte: StoredAsset };
  const pixels = await pixelsOf(matte);
  expect(overlap(fractions(pixels), truth)).toBeGreaterThan(0.98);
  // The file itself holds the same values.
  expect((await decodePicture(studio.files.asset(matte.sha256), 'matte')).bytes).toEqual(Buffer.from(pixels));
});

test('what cannot be cut is said', async () => {
  const behind = await post('/scribble', {
    plate,
    marks: [
      {
        side: 'behind',
        radius: 9,
        points: [
          [10, 10],
          [90, 90],
        ],
      },
    ],
    box: null,
  });
  expect([behind.status, ((await behind.json()) as { matte: unknown }).matte]).toEqual([200, null]);
  expect((await post('/scribble', { plate: 'f'.repeat(64), marks: [], box: null })).status).toBe(404);
  expect(
    (await post('/scribble', { plate, marks: [{ side: 'front', radius: -1, points: [] }], box: null })).status,
  ).toBe(400);
  expect(
    (await post('/tone', { plate, samples: [], chroma: 4, lightness: 4, softness: 0.5, connected: false })).status,
  ).toBe(422);
  expect(
    (await post('/softness', { plate, cuts: [{ kind: 'picture', operation: 'add', matte: 'gone' }], mattes: {} }))
      .status,
  ).toBe(500);
});

test('the edge of a cut without a border has no softness', async () => {
  const { profile } = (await (await post('/softness', { plate, cuts: [], mattes: {} })).json()) as {
    profile: unknown[];
  };
  expect(profile).toEqual([]);
});

test('a first look at the edge gives a matte and the front’s colours, with the band as alpha', async () => {
  const box = [
    [300, 300],
    [700, 300],
    [700, 700],
    [300, 700],
  ].map(([x, y]) => ({ x, y, to: 'straight', via: [] }));
  const response = await post('/first-look', {
    plate,
    cuts: [{ kind: 'trace', operation: 'add', contours: [{ closed: true, points: box }] }],
    mattes: {},
    band: [],
    reach: 8,
  });
  const { matte, front } = (await response.json()) as Record<'matte' | 'front', StoredAsset>;
  expect([matte.kind, matte.channels, front.kind, front.channels]).toEqual(['matte', 1, 'front', 4]);
  const colours = await pixelsOf(front);
  const alpha = (x: number, y: number): number =>
    colours[(Math.floor((y * front.height!) / 1200) * front.width! + Math.floor((x * front.width!) / 1800)) * 4 + 3];
  expect([alpha(300, 500), alpha(500, 500), alpha(100, 100)]).toEqual([255, 0, 0]);
});

test('a piece with solved pixels travels as a bundle, colours of its edge with it; what no piece names is dropped', async () => {
  const box = [
    [300, 300],
    [700, 300],
    [700, 700],
    [300, 700],
  ].map(([x, y]) => ({ x, y, to: 'straight' as const, via: [] }));
  const cuts = [tracedCut([{ closed: true, points: box }])];
  const solved = (await (await post('/first-look', { plate, cuts, mattes: {}, band: [], reach: 8 })).json()) as Record<
    'matte' | 'front',
    StoredAsset
  >;
  const assets = Object.fromEntries(
    (
      [
        ['p', 'plate', plate],
        ['m', 'matte', solved.matte.sha256],
        ['f', 'front', solved.front.sha256],
      ] as const
    ).map(([key, kind, sha256]) => [key, { kind, name: key, sha256 }]),
  );
  const veil = plainVeil({
    id: 'v',
    name: 'v',
    plate: 'plate-1',
    cuts,
    fine: { band: [], reach: 8, needed: false, matte: 'm', front: 'f', solvedFor: null },
  });
  const piece = readPiece({
    ...blankPiece('Solved', { width: 300, height: 200, ppi: 300, paint: null }),
    assets,
    plates: [{ id: 'plate-1', name: 'p', asset: 'p', scale: 1, x: 0, y: 0 }],
    veils: [veil],
    depth: ['v'],
  });
  const before = await pixelsOf(solved.front);
  const id = studio.pieces.create(piece);
  const zip = writeBundle(piece, studio.files, studio.assets);
  const elsewhere = new Studio({ ...config, data: join(folder, 'elsewhere') });
  const taken = await takeInBundle(zipBundle(zip, mkdtempSync(join(tmpdir(), 'inky-zip-'))), elsewhere.intake);
  expect(taken.veils).toEqual(piece.veils);
  expect(elsewhere.assets.get(solved.front.sha256)).toMatchObject({ kind: 'front', channels: 4 });
  const front = elsewhere.assets.get(solved.front.sha256);
  const pyramid = openPyramid(front.sha256, elsewhere.files.pyramid(front.sha256), {
    width: front.width!,
    height: front.height!,
    channels: 4,
  });
  expect(
    Buffer.compare(
      (await readLevel(pyramid, 0, { x: 0, y: 0, width: front.width!, height: front.height! })).bytes,
      before,
    ),
  ).toBe(0);
  elsewhere.close();

  // The cuts of the tests before this one belong to no piece.
  expect(studio.dropUnusedSolved()).toBe(0);
  expect(studio.dropUnusedSolved(-1)).toBeGreaterThan(0);
  expect(studio.assets.find(solved.front.sha256)).toBeDefined();
  studio.database.prepare('delete from pieces where id = ?').run(id);
  expect(studio.dropUnusedSolved(-1)).toBe(2);
  expect(studio.assets.find(solved.front.sha256)).toBeUndefined();
});

test('a piece of an older format is brought up to date when the store is opened, and its history begins anew', () => {
  const id = studio.pieces.create(blankPiece('Old', { width: 300, height: 200, ppi: 300, paint: null }));
  const body = JSON.stringify({ ...studio.pieces.get(id).piece, version: 2, weave: undefined });
  studio.database.prepare('update pieces set body = ?, history_at = 1 where id = ?').run(body, id);
  studio.database
    .prepare('insert into history (piece_id, place, label, patches, inverse, made_at) values (?, 0, ?, ?, ?, 0)')
    .run(id, 'Older', '[]', '[]');
  const again = new Studio(config);
  expect(again.pieces.get(id)).toMatchObject({ history: [], historyAt: 0, piece: { name: 'Old', weave: [] } });
  again.close();
});

const send = (path: string, body: Uint8Array) =>
  app.request(`http://127.0.0.1:4680/api/cuts${path}`, {
    method: 'POST',
    body: body as Uint8Array<ArrayBuffer>,
    headers: { host: '127.0.0.1:4680' },
  });
/** A picture that is clear right of a column, or grey there. */
const halved = (width: number, height: number, clear: boolean): Promise<Buffer> => {
  const bytes = Buffer.alloc(width * height * 4);
  for (let i = 0; i < width * height; i++)
    bytes.set(
      i % width < width / 2 || !clear
        ? [i % width < width / 2 ? 255 : 40, i % width < width / 2 ? 255 : 40, i % width < width / 2 ? 255 : 40, 255]
        : [0, 0, 0, 0],
      i * 4,
    );
  return sharp(bytes, { raw: { width, height, channels: 4 } })
    .png()
    .toBuffer();
};

test('a matte is taken from what is clear in a picture, or from its grey values; another shape is refused', async () => {
  const clear = (await (await send(`/picture?plate=${plate}`, await halved(450, 300, true))).json()) as StoredAsset;
  expect([clear.kind, clear.width, clear.height, clear.channels]).toEqual(['matte', 450, 300, 1]);
  const pixels = await pixelsOf(clear);
  expect([pixels[150 * 450 + 100], pixels[150 * 450 + 400]]).toEqual([255, 0]);
  const grey = await pixelsOf(
    (await (await send(`/picture?plate=${plate}`, await halved(900, 600, false))).json()) as StoredAsset,
  );
  expect([grey[300 * 900 + 100], grey[300 * 900 + 800]]).toEqual([255, 40]);
  const wrong = await send(`/picture?plate=${plate}`, await halved(300, 300, true));
  expect([wrong.status, await wrong.text()]).toEqual([422, expect.stringContaining('300 × 300 px, another shape')]);
  expect((await send(`/picture?plate=${plate}`, new TextEncoder().encode('no picture'))).status).toBe(422);
});

test('a plate with clear parts has a matte of its own; an opaque one has none', async () => {
  expect(await (await post('/own-matte', { plate })).json()).toEqual({ matte: null });
  const cutOut = await studio.intake.takeIn(studio.intake.write(await halved(200, 100, true)), 'cut-out', 'plate');
  const { matte } = (await (await post('/own-matte', { plate: cutOut.sha256 })).json()) as { matte: StoredAsset };
  const pixels = await pixelsOf(matte);
  expect([pixels[50 * 200 + 20], pixels[50 * 200 + 180]]).toEqual([255, 0]);
});

test('the same photograph at another size is told from a different one', async () => {
  const other = await studio.intake.takeIn(
    studio.intake.write(await sharp('demo/plates/ribbons.jpg').resize(700).jpeg({ quality: 80 }).toBuffer()),
    'small',
    'plate',
  );
  const different = await studio.intake.takeIn(await studio.intake.copy('demo/plates/dune.jpg'), 'dune', 'plate');
  const differenceTo = async (sha256: string): Promise<number> =>
    ((await (await post('/compare', { plate, other: sha256 })).json()) as { difference: number }).difference;
  expect(await differenceTo(other.sha256)).toBeLessThan(0.02);
  expect(await differenceTo(different.sha256)).toBeGreaterThan(0.1);
});

test('along the border the photo’s edge is measured against the matte’s', async () => {
  const { strokes } = await trueCut('ribbons');
  const { matte } = (await (await post('/scribble', { plate, marks: strokes.marks, box: null })).json()) as {
    matte: StoredAsset;
  };
  const cuts = [{ kind: 'picture', operation: 'add', matte: 'm' }] as const;
  const edgeWith = async (feather: number): Promise<EdgePlace[]> =>
    (
      (await (
        await post('/edge', {
          plate,
          veil: plainVeil({ id: 'v', name: 'v', plate: 'p', cuts: [...cuts], feather }),
          mattes: { m: matte.sha256 },
        })
      ).json()) as { places: EdgePlace[] }
    ).places;
  const middle = (values: number[]): number => values.sort((a, b) => a - b)[Math.floor(values.length / 2)];
  // A feather is two sigmas wide: what was put in is what is measured.
  for (const feather of [4, 10]) {
    const places = await edgeWith(feather);
    expect(places.length).toBeGreaterThan(60);
    expect(Math.abs(middle(places.map((place) => place.matte)) - feather / 2)).toBeLessThan(0.15 * feather);
  }
  const worst = (await edgeWith(12)).filter(({ photo }) => photo !== null).map(mismatch);
  expect(middle(worst)).toBeGreaterThan(1);
});
