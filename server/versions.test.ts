import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { zipSync } from 'fflate';
import { blankPiece } from '../core/piece/blank';
import { readPiece } from '../core/piece/read';
import type { Piece } from '../core/piece/schema';
import { mostVersions } from '../core/versions/limits';
import { pack, unpack } from './store/packing';
import type { VersionSummary } from './store/versions';
import { testStudio } from './testing/studio';

const { ask, studio } = testStudio();
const sheet = { width: 300, height: 200, ppi: 300, paint: '#ffffff' };
const woven = readPiece(JSON.parse(readFileSync('demo/pieces/woven.json', 'utf8')));
const post = (path: string, json: unknown): Response | Promise<Response> =>
  ask(path, { method: 'POST', body: JSON.stringify(json) });
const answer = async <Value>(response: Response | Promise<Response>): Promise<Value> =>
  (await (await response).json()) as Value;
const list = (id: string): Promise<VersionSummary[]> => answer(ask(`/pieces/${id}/versions`));

describe('taking plain data apart', () => {
  const back = (data: unknown): unknown => {
    const { body, parts } = pack(data);
    return unpack(body, (hash) => parts.get(hash));
  };

  test('and putting it together gives the same, whatever it is', () => {
    fc.assert(
      fc.property(fc.jsonValue({ maxDepth: 6 }), (value) => {
        // What JSON cannot tell from 0 is no difference.
        const plain = JSON.parse(JSON.stringify(value)) as unknown;
        expect(back(plain)).toEqual(plain);
      }),
      { numRuns: 300, seed: 8 },
    );
    expect(back(woven)).toEqual(woven);
  });

  test('a state that differs in one place has all but the way there in common', () => {
    const before = pack(woven);
    const other = structuredClone(woven);
    other.letterings[0].words.text = 'GLAZE';
    const after = pack(other);
    const fresh = [...after.parts].filter(([hash]) => !before.parts.has(hash));
    const cost = fresh.reduce((sum, [, text]) => sum + text.length, 0);
    // The words, their lettering, and the list of letterings; strokes, veils and inks are there already.
    expect(cost).toBeLessThan(JSON.stringify(woven).length / 7);
  });

  test('a part that is missing is told', () => {
    const { body } = pack(woven);
    expect(() => unpack(body, () => undefined)).toThrow(/missing/);
  });
});

describe('versions of a piece', () => {
  const id = studio.pieces.create(blankPiece('Poster', sheet));

  test('the present state is kept under a name, listed, read, renamed and removed', async () => {
    const made = await post(`/pieces/${id}/versions`, { name: ' First ' });
    expect(made.status).toBe(201);
    const kept = await answer<VersionSummary>(Promise.resolve(made));
    expect(kept.name).toBe('First');
    const { piece } = await answer<{ piece: Piece }>(ask(`/pieces/${id}/versions/${kept.id}`));
    expect(piece).toEqual(studio.pieces.get(id).piece);
    studio.pieces.rename(id, 'Poster two');
    const { piece: still } = await answer<{ piece: Piece }>(ask(`/pieces/${id}/versions/${kept.id}`));
    expect(still.name).toBe('Poster');
    await post(`/pieces/${id}/versions/${kept.id}`, { name: 'Second thought', note: 'for the client' });
    expect(await list(id)).toMatchObject([{ name: 'Second thought', note: 'for the client' }]);
    expect((await ask(`/pieces/${id}/versions/${kept.id}`, { method: 'DELETE' })).status).toBe(204);
    expect(await list(id)).toEqual([]);
    expect((await ask(`/pieces/${id}/versions/${kept.id}`)).status).toBe(404);
    expect((await ask(`/pieces/${id}/versions/${kept.id}`, { method: 'DELETE' })).status).toBe(404);
  });

  test('names that are none, pieces that are not there, and more than fit are refused with a reason', async () => {
    expect((await post(`/pieces/${id}/versions`, { name: '  ' })).status).toBe(400);
    expect((await post(`/pieces/${id}/versions`, { name: 'x'.repeat(81) })).status).toBe(400);
    expect((await post('/pieces/none/versions', { name: 'x' })).status).toBe(404);
    for (let i = 0; i < mostVersions; i++)
      expect((await post(`/pieces/${id}/versions`, { name: `v${i}` })).status).toBe(201);
    const full = await post(`/pieces/${id}/versions`, { name: 'one more' });
    expect([full.status, (await answer<{ message: string }>(Promise.resolve(full))).message]).toEqual([
      409,
      expect.stringMatching(/at most 24/),
    ]);
    for (const { id: version } of await list(id)) await ask(`/pieces/${id}/versions/${version}`, { method: 'DELETE' });
    expect(studio.versions.bytes()).toBe(0);
  });

  test('storage: ten versions that differ in a word cost little more than one', () => {
    const own = studio.pieces.create({ ...blankPiece('Woven', sheet) });
    const sizes = Array.from({ length: 10 }, (_, i) => {
      const piece = structuredClone(woven);
      piece.letterings[0].words.text = `GLAZE ${i}`;
      studio.versions.keep(own, piece, `v${i}`);
      return studio.versions.bytes();
    });
    expect(sizes[0]).toBeGreaterThan(JSON.stringify(woven).length * 0.9);
    expect(sizes[9] - sizes[0]).toBeLessThan((9 / 7) * sizes[0]);
    const [one, two] = studio.versions.list(own);
    studio.versions.remove(own, one.id);
    expect(studio.versions.piece(own, two.id).letterings[0].words.text).toBe('GLAZE 1');
  });

  test('one that an older program kept is brought up to date; one that is damaged says so and harms nobody', async () => {
    const old = { ...JSON.parse(readFileSync('core/testing/pieces/version-3.json', 'utf8')) } as Piece;
    studio.versions.keep(id, old, 'old');
    const broken = studio.versions.keep(id, woven, 'broken');
    studio.database.prepare("update versions set body = '{' where id = ?").run(broken.id);
    const [first] = await list(id);
    expect(studio.versions.piece(id, first.id).version).toBe(woven.version);
    const answered = await ask(`/pieces/${id}/versions/${broken.id}`);
    expect([answered.status, (await answer<{ message: string }>(Promise.resolve(answered))).message]).toEqual([
      422,
      expect.stringMatching(/^This version cannot be read\. /),
    ]);
    expect(await list(id)).toHaveLength(2);
  });

  test('a bundle carries the versions, and brings them to another store', async () => {
    const own = studio.pieces.create(blankPiece('Travels', sheet));
    studio.versions.keep(
      own,
      { ...blankPiece('Travels', sheet), guides: [{ id: 'g', axis: 'x', at: 7 }] },
      'Ruled',
      'n',
    );
    studio.versions.keep(own, blankPiece('Travels', sheet), 'Plain');
    const bytes = await (await ask(`/pieces/${own}/bundle`)).arrayBuffer();
    const made = await answer<{ id: string }>(ask('/pieces/bundle', { method: 'POST', body: bytes }));
    const there = await list(made.id);
    expect(there).toMatchObject([
      { name: 'Ruled', note: 'n' },
      { name: 'Plain', note: '' },
    ]);
    expect(studio.versions.piece(made.id, there[0].id).guides).toEqual([{ id: 'g', axis: 'x', at: 7 }]);
  });

  test('a version in a bundle that is none is refused in a sentence, and no piece comes of it', async () => {
    const before = studio.pieces.list().length;
    const text = (value: unknown): Uint8Array => new TextEncoder().encode(JSON.stringify(value));
    for (const version of [
      { name: '', piece: {} },
      { name: 'x', piece: { format: 'else' } },
    ]) {
      const zip = zipSync({ 'piece.json': text(blankPiece('p', sheet)), 'versions/1.json': text(version) });
      const refused = await ask('/pieces/bundle', { method: 'POST', body: zip as Uint8Array<ArrayBuffer> });
      expect([
        refused.status,
        (await answer<{ message: string }>(Promise.resolve(refused))).message.length > 10,
      ]).toEqual([422, true]);
    }
    expect(studio.pieces.list()).toHaveLength(before);
  });

  test('what a version names is in use, and a copied piece has the versions too', async () => {
    const hash = 'c'.repeat(64);
    const piece = blankPiece('Used', sheet);
    piece.assets.p = { kind: 'plate', name: 'p', sha256: hash };
    const own = studio.pieces.create(blankPiece('Used', sheet));
    studio.versions.keep(own, piece, 'with a plate');
    expect(studio.pieces.using(hash)).toEqual(['Used']);
    expect(studio.pieces.allNamed().has(hash)).toBe(true);
    const copy = await answer<{ id: string }>(ask(`/pieces/${own}/duplicate`, { method: 'POST' }));
    expect((await list(copy.id)).map(({ name }) => name)).toEqual(['with a plate']);
  });
});
