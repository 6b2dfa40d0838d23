import Database from 'better-sqlite3';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pieceSchema, pieceVersion } from '../core/piece/schema';
import { blankPiece } from '../core/piece/blank';
import { openDatabase } from './database';
import { PieceStore } from './store/pieces';
import { ShopOrderStore } from './runs/desk/store';
import { RunStore } from './runs/store';
import { VersionStore } from './store/versions';
import { letterRecipes, pieceRecipes } from './store/recipes';

/** Stores as earlier programs left them, one for each migration there has been. */
const stores = readdirSync('server/testing/databases').sort();
const newest = Math.max(...readdirSync('server/migrations').map((file) => Number.parseInt(file, 10)));
const folder = mkdtempSync(join(tmpdir(), 'inky-databases-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** A data folder with an earlier store in it. */
function earlier(file: string): string {
  const data = join(folder, file);
  mkdirSync(data);
  const database = new Database(join(data, 'inky-veil.sqlite'));
  // The tables of a dump come in the order of their names.
  database.pragma('foreign_keys = OFF');
  database.exec(readFileSync(join('server/testing/databases', file), 'utf8'));
  database.close();
  return data;
}

const schemaOf = (database: Database.Database): unknown[] =>
  database.prepare("select type, name, tbl_name from sqlite_master where name not like 'sqlite_%' order by name").all();

test('there is a stored store for every migration', () => {
  expect(stores.map((file) => Number.parseInt(file, 10))).toEqual(Array.from({ length: newest }, (_, i) => i + 1));
});

describe.each(stores)('from %s', (file) => {
  const data = earlier(file);
  const database = openDatabase(data, 'server/migrations');
  afterAll(() => database.close());

  test('it is brought to the newest version, with the tables of a new one', () => {
    const fresh = openDatabase(join(folder, `fresh-${file}`), 'server/migrations');
    expect(database.pragma('user_version', { simple: true })).toBe(newest);
    expect(schemaOf(database)).toEqual(schemaOf(fresh));
    fresh.close();
  });

  test('nothing is lost: files, faces and pieces are all there, and references hold', () => {
    expect(database.pragma('foreign_key_check')).toEqual([]);
    expect(database.pragma('integrity_check', { simple: true })).toBe('ok');
    const kinds = database.prepare<[], { kind: string }>('select kind from assets order by sha256').all();
    expect(kinds.map(({ kind }) => kind).slice(0, 2)).toEqual(['plate', 'face']);
    const stored = readFileSync(join('server/testing/databases', file), 'utf8');
    const pieces = new PieceStore(database);
    expect(pieces.list()).toHaveLength(stored.match(/INSERT INTO "pieces"/g)!.length);
    if (file >= '002')
      expect(database.prepare('select facts from faces').all()).toEqual([{ facts: '{"family":"Bowlby One"}' }]);
    if (file >= '004') expect(letterRecipes(database).list()).toMatchObject([{ name: 'Plain', id: 'r1' }]);
    if (file >= '007') expect(pieceRecipes(database).list()).toMatchObject([{ name: 'Evening', id: 'r2', grades: [] }]);
    if (file >= '006')
      expect(database.prepare('select version, found from surveys').all()).toEqual([
        { version: 'grain-1', found: '{"grain":{"sigma":1.5}}' },
      ]);
    if (file >= '008') {
      const versions = new VersionStore(database);
      expect(versions.list('piece-v5')).toMatchObject([{ id: 'version-1', name: 'First thought' }]);
      expect(versions.piece('piece-v5', 'version-1')).toMatchObject({ version: pieceVersion, name: 'From version 5' });
    }
    if (file >= '009') {
      const runs = new RunStore(database);
      expect(runs.get('run-1')).toMatchObject({ name: 'Cards', work: null, settings: { columns: ['Name'] } });
      expect(runs.rows('run-1')).toMatchObject([{ id: 1, cells: { Name: 'Ada' }, approved: true, flags: [] }]);
      expect([...runs.pictures('run-1').keys()]).toEqual(['ada']);
    }
    if (file >= '010')
      expect(new ShopOrderStore(database).list('run-1')).toMatchObject([{ id: 'S-1', row: 1, refused: null }]);
    if (file >= '010')
      expect(new RunStore(database).pictures('run-1').get('ada')).toMatchObject({ width: 90, keep: [0.25, 0.5] });
    if (file >= '005') expect(pieces.answered('piece-v5', 'order-1')).toEqual({ version: 3, savedAt: 1700000000005 });
  });

  test('its pieces are read as pieces of today, and can be edited', () => {
    const pieces = new PieceStore(database);
    for (const { id } of pieces.list()) {
      const { piece, version } = pieces.get(id);
      expect(piece.version).toBe(pieceVersion);
      expect(pieceSchema.safeParse(piece).error).toBeUndefined();
      const patches = [{ op: 'replace' as const, path: ['name'], value: 'Another name' }];
      const inverse = [{ op: 'replace' as const, path: ['name'], value: piece.name }];
      pieces.carryOut(id, version, { kind: 'edit', id: 'a', label: 'Rename', patches, inverse });
      expect(pieces.get(id).piece.name).toBe('Another name');
      pieces.carryOut(id, version + 1, { kind: 'undo', id: 'b' });
      expect(pieces.get(id).piece.name).toBe(piece.name);
    }
  });

  test('opened once more, nothing changes', () => {
    const before = database.prepare('select * from pieces').all();
    const again = openDatabase(data, 'server/migrations');
    void new PieceStore(again);
    expect(again.prepare('select * from pieces').all()).toEqual(before);
    again.close();
  });
});

test('a piece that is damaged, or of a newer program, is told of by its name and left as it is; the others work', () => {
  const data = join(folder, 'damaged');
  const database = openDatabase(data, 'server/migrations');
  const sheet = { width: 12, height: 9, ppi: 300, paint: '#ffffff' };
  const pieces = new PieceStore(database);
  for (const name of ['whole', 'torn', 'newer', 'odd', 'old']) pieces.create(blankPiece(name, sheet), name);
  const put = (id: string, body: string): unknown =>
    database.prepare('update pieces set body = ? where id = ?').run(body, id);
  put('torn', '{"version": 6, "sheet": {"wid');
  put('newer', JSON.stringify({ ...blankPiece('newer', sheet), version: pieceVersion + 1 }));
  put('odd', 'null');
  put('old', JSON.stringify({ version: 1, sheet: 'nonsense' }));
  const again = new PieceStore(database);
  const told = Object.fromEntries(again.list().map(({ name, isReadable }) => [name, isReadable]));
  expect(told).toEqual({ whole: true, torn: false, newer: false, odd: false, old: false });
  expect(again.get('whole').piece.name).toBe('whole');
  for (const id of ['torn', 'newer', 'odd', 'old']) {
    expect(() => again.get(id)).toThrow(`“${id}” cannot be read`);
    expect(() => again.rename(id, 'x')).toThrow('cannot be read');
    expect(() => again.duplicate(id)).toThrow('cannot be read');
  }
  again.remove('torn');
  expect(again.list()).toHaveLength(4);
  expect(database.prepare("select body from pieces where id = 'old'").get()).toEqual({
    body: '{"version":1,"sheet":"nonsense"}',
  });
  database.close();
});
