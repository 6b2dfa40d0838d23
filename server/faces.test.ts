import { readFileSync } from 'node:fs';
import { convert } from 'fontverter';
import { blankPiece } from '../core/piece/blank';
import { readPiece } from '../core/piece/read';
import type { StoredFace } from './store/faces';
import { testStudio } from './testing/studio';

const { studio, ask } = testStudio();
const bring = (name: string, body: Uint8Array) =>
  ask(`/faces?name=${encodeURIComponent(name)}`, {
    method: 'POST',
    body: body as Uint8Array<ArrayBuffer>,
    duplex: 'half',
  } as RequestInit);
const file = readFileSync('demo/faces/saira-stencil-one.ttf');

test.each(['sfnt', 'woff', 'woff2'] as const)(
  'a face comes in as %s, is measured and can be drawn from',
  async (format) => {
    const answer = await bring(`mine.${format}`, await convert(file, format));
    expect(answer.status).toBe(200);
    const face = (await answer.json()) as StoredFace;
    expect(face).toMatchObject({ kind: 'face', shipped: 0, name: expect.stringMatching(/Saira Stencil/) });
    expect(face.facts.scripts).toEqual(['Latn']);
    expect(face.facts.measures!.inkShare).toBeGreaterThan(0.3);
    // However it was packed, what is kept is a plain face.
    const kept = new Uint8Array(await (await ask(`/assets/${face.sha256}/file`)).arrayBuffer());
    expect([...kept.subarray(0, 4)]).toEqual([0, 1, 0, 0]);
  },
);

test('what is no face, is damaged or is too large says so and leaves nothing behind', async () => {
  const before = ((await (await ask('/faces')).json()) as StoredFace[]).length;
  const woff2 = await convert(file, 'woff2');
  const long = Uint8Array.from(woff2);
  new DataView(long.buffer).setUint32(16, 500 * 1024 * 1024);
  for (const [name, bytes, status, message] of [
    [
      'letter.ttf',
      new TextEncoder().encode('Dear Sir, this is a letter.'),
      415,
      /not a face.*TTF, OTF, WOFF and WOFF2/,
    ],
    ['many.ttc', new TextEncoder().encode('ttcf and more of it'), 415, /collection/],
    ['cut.ttf', file.subarray(0, 3000), 422, /cannot be used/],
    ['cut.woff2', woff2.subarray(0, 5000), 422, /damaged/],
    ['bomb.woff2', long, 413, /once unpacked/],
    ['empty.otf', new Uint8Array(0), 400, /empty/],
  ] as const) {
    const answer = await bring(name, bytes);
    expect([name, answer.status]).toEqual([name, status]);
    expect(((await answer.json()) as { message: string }).message).toMatch(message);
  }
  expect(((await (await ask('/faces')).json()) as StoredFace[]).length).toBe(before);
});

test('a face goes when nobody uses it; one that a piece names stays, and says for whom', async () => {
  const face = (await (await bring('mine.ttf', readFileSync('demo/faces/londrina-outline.ttf'))).json()) as StoredFace;
  const piece = blankPiece('Poster', { width: 100, height: 100, ppi: 72, paint: '#ffffff' });
  const id = studio.pieces.create(
    readPiece({ ...piece, assets: { face: { kind: 'face', name: 'mine', sha256: face.sha256 } } }),
  );
  const refused = await ask(`/faces/${face.sha256}`, { method: 'DELETE' });
  expect([refused.status, ((await refused.json()) as { message: string }).message]).toEqual([
    422,
    expect.stringMatching(/in use by Poster/),
  ]);
  studio.database.prepare('delete from pieces where id = ?').run(id);
  expect((await ask(`/faces/${face.sha256}`, { method: 'DELETE' })).status).toBe(204);
  expect((await ask(`/assets/${face.sha256}/file`)).status).toBe(404);
});
