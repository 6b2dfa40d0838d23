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
    const [face] = (await answer.json()) as StoredFace[];
    expect(face).toMatchObject({ kind: 'face', shipped: 0, name: expect.stringMatching(/Saira Stencil/) });
    expect(face.facts.scripts).toEqual(['Latn']);
    expect(face.facts.measures!.inkShare).toBeGreaterThan(0.3);
    // However it was packed, what is kept is a plain face.
    const kept = new Uint8Array(await (await ask(`/assets/${face.sha256}/file`)).arrayBuffer());
    expect([...kept.subarray(0, 4)]).toEqual([0, 1, 0, 0]);
  },
);

const other = readFileSync('demo/faces/bowlby-one.ttf');

/** A collection of faces: their table directories one behind the other, then all their tables (OpenType 1.9). */
function collectionOf(faces: readonly Uint8Array[]): Uint8Array {
  const directory = (face: Uint8Array): number => 12 + 16 * Buffer.from(face).readUInt16BE(4);
  const head = 12 + 4 * faces.length;
  const starts = faces.map((_, k) => faces.slice(0, k).reduce((sum, face) => sum + directory(face), head));
  const tables = starts.at(-1)! + directory(faces.at(-1)!);
  const bodies = faces.map((_, k) => faces.slice(0, k).reduce((sum, face) => sum + face.length, tables));
  const out = Buffer.alloc(bodies.at(-1)! + faces.at(-1)!.length);
  out.write('ttcf', 'latin1');
  out.writeUInt32BE(0x00010000, 4);
  out.writeUInt32BE(faces.length, 8);
  faces.forEach((face, k) => {
    out.writeUInt32BE(starts[k], 12 + 4 * k);
    out.set(face, bodies[k]);
    out.set(face.subarray(0, directory(face)), starts[k]);
    // Places are told from the beginning of the whole file.
    for (let at = starts[k] + 12; at < starts[k] + directory(face); at += 16)
      out.writeUInt32BE(out.readUInt32BE(at + 8) + bodies[k], at + 8);
  });
  return out;
}

test('all faces of a collection come in, each as it is alone; one that is broken does not keep out the others', async () => {
  const faces = (await (await bring('both.ttc', collectionOf([file, other]))).json()) as StoredFace[];
  expect(faces.map(({ name }) => name)).toEqual(['Saira Stencil One Regular', 'Bowlby One Regular']);
  for (const [k, bytes] of [file, other].entries()) {
    const [alone] = (await (await bring('alone.ttf', bytes)).json()) as StoredFace[];
    expect(faces[k].facts).toEqual(alone.facts);
  }
  const broken = collectionOf([Uint8Array.from(file), other]);
  // The first face's outlines are gone: its table of them has another name.
  broken.set(new TextEncoder().encode('xxxx'), Buffer.from(broken).indexOf('glyf'));
  const left = (await (await bring('half.ttc', broken)).json()) as StoredFace[];
  expect(left.map(({ name }) => name)).toEqual(['Bowlby One Regular']);
});

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
    ['many.ttc', new TextEncoder().encode('ttcf and more of it'), 422, /collection is damaged/],
    [
      'none.ttc',
      Uint8Array.from([...new TextEncoder().encode('ttcf'), 0, 1, 0, 0, 0, 0, 0, 0]),
      422,
      /collection is damaged/,
    ],
    ['cut.ttc', collectionOf([file, other]).subarray(0, 9000), 422, /collection is damaged/],
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
  const [face] = (await (
    await bring('mine.ttf', readFileSync('demo/faces/londrina-outline.ttf'))
  ).json()) as StoredFace[];
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
