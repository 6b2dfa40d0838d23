import { readdirSync, readFileSync } from 'node:fs';
import { readPiece } from './read';
import { pieceSchema, pieceVersion, type Piece } from './schema';

/** Pieces as the programs wrote them that knew no newer version. */
const folder = 'core/testing/pieces';
const stored = readdirSync(folder).sort();
const read = (file: string): { before: Record<string, never[]>; piece: Piece } => {
  const before = JSON.parse(readFileSync(`${folder}/${file}`, 'utf8')) as Record<string, never[]>;
  return { before, piece: readPiece(structuredClone(before)) };
};

test('there is a stored piece of every earlier version', () => {
  expect(stored.map((file) => Number(/\d+/.exec(file)))).toEqual(
    Array.from({ length: pieceVersion - 1 }, (_, i) => i + 1),
  );
});

test.each(stored)('%s becomes a piece of today: its things keep their ids, names, words and places', (file) => {
  const { before, piece } = read(file);
  expect(piece.version).toBe(pieceVersion);
  expect(pieceSchema.parse(piece)).toEqual(piece);
  for (const list of ['plates', 'letterings', 'veils'] as const)
    expect(piece[list].map(({ id, name }) => [id, name])).toEqual(
      (before[list] as unknown as { id: string; name: string }[]).map(({ id, name }) => [id, name]),
    );
  const letterings = before.letterings as unknown as Piece['letterings'];
  piece.letterings.forEach(({ words, stance, ink }, i) => {
    expect(words).toMatchObject(letterings[i].words);
    expect(stance).toMatchObject(letterings[i].stance);
    expect(ink).toMatchObject(letterings[i].ink);
  });
  expect(piece.depth).toEqual(before.depth);
});

test('version 2 to 3: contours and matte become cuts that are added up', () => {
  const { before, piece } = read('version-2.json');
  const [old] = before.veils as unknown as { contours: { points: unknown[] }[] }[];
  const [cut] = piece.veils[0].cuts;
  expect(cut).toMatchObject({ kind: 'trace', operation: 'add' });
  expect(cut.kind === 'trace' && cut.contours.map(({ points }) => points.length)).toEqual(
    old.contours.map(({ points }) => points.length),
  );
});

test('version 5 to 6: a cut that took away subtracts, one that said nothing is added', () => {
  const old = JSON.parse(readFileSync(`${folder}/version-3.json`, 'utf8')) as { veils: { cuts: object[] }[] };
  const [trace] = old.veils[0].cuts as { contours: never[] }[];
  const cuts = [
    { kind: 'trace', contours: trace.contours },
    { kind: 'trace', joining: 'take-away', contours: trace.contours },
    { kind: 'trace', joining: 'intersect', contours: trace.contours },
  ];
  const piece = readPiece({ ...old, version: 5, veils: [{ ...old.veils[0], cuts }] });
  expect(piece.veils[0].cuts.map(({ operation }) => operation)).toEqual(['add', 'subtract', 'intersect']);
});

test('what is no list of veils, or no veil, is refused with its place and not stumbled over', () => {
  const { piece } = read('version-5.json');
  for (const veils of ['veils', [null], [{ cuts: 'cuts' }], [{ cuts: [null] }]])
    expect(() => readPiece({ ...piece, version: 2, veils })).toThrow(/cannot be read.*veils/);
});
