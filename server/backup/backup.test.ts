import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { create } from 'tar';
import { blankPiece } from '../../core/piece/blank';
import { openDatabase } from '../database';
import { askToChangeOver, watchForChangeOver } from '../starting/changeOver';
import { takeFolder } from '../starting/folderLock';
import { AssetStore } from '../store/assets';
import { Files } from '../store/files';
import { PieceStore } from '../store/pieces';
import { backUp, manifestName } from './archive';
import { exchange, restore, stagingOf } from './restore';

const folder = mkdtempSync(join(tmpdir(), 'inky-backup-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const migrations = 'server/migrations';
const quiet = (): void => undefined;
const sheet = { width: 120, height: 90, ppi: 300, paint: '#ffffff' };

/** A data folder with two pieces, a picture and a run's file. */
function filled(name: string): { data: string; sha256: string } {
  const data = join(folder, name);
  const database = openDatabase(data, migrations);
  const files = new Files(data);
  const picture = Buffer.from(`a picture of ${name}`.repeat(400));
  const sha256 = createHash('sha256').update(picture).digest('hex');
  writeFileSync(files.asset(sha256), picture);
  writeFileSync(files.pyramid(sha256), Buffer.alloc(5000, 7));
  new AssetStore(database).add({
    sha256,
    kind: 'plate',
    name: 'a',
    mime: 'image/png',
    bytes: picture.length,
    width: 1,
    height: 1,
    channels: 3,
    shipped: 0,
  });
  const pieces = new PieceStore(database);
  pieces.create(blankPiece('first', sheet), 'first');
  pieces.create(blankPiece('second', sheet), 'second');
  mkdirSync(join(files.run('r1'), 'made'), { recursive: true });
  writeFileSync(join(files.run('r1'), 'made', '1 Ana Ö.png'), 'made');
  database.close();
  return { data, sha256 };
}

const namesIn = (data: string): string[] => {
  const database = openDatabase(data, migrations);
  const names = new PieceStore(database).list().map(({ name }) => name);
  database.close();
  return names.sort();
};

test('what was backed up while somebody works is there again, and what was there in between is kept', async () => {
  const { data, sha256 } = filled('whole');
  const database = openDatabase(data, migrations);
  // Written and not yet in the store's main file.
  new PieceStore(database).create(blankPiece('third', sheet), 'third');
  const out = join(folder, 'backups', 'whole.tar.gz');
  const manifest = await backUp(data, out, quiet);
  expect(manifest.pieces).toBe(3);
  new PieceStore(database).create(blankPiece('afterwards', sheet), 'fourth');
  database.close();
  rmSync(join(data, 'assets', sha256));
  const { before } = await restore(out, data, migrations, quiet);
  expect(namesIn(data)).toEqual(['first', 'second', 'third']);
  expect(namesIn(before!)).toEqual(['afterwards', 'first', 'second', 'third']);
  expect(
    createHash('sha256')
      .update(readFileSync(join(data, 'assets', sha256)))
      .digest('hex'),
  ).toBe(sha256);
  expect(readFileSync(join(data, 'pyramids', `${sha256}.levels`))).toEqual(Buffer.alloc(5000, 7));
  expect(readFileSync(join(data, 'runs', 'r1', 'made', '1 Ana Ö.png'), 'utf8')).toBe('made');
  // Nothing is left of the work itself.
  expect(readdirSync(data).filter((name) => name.startsWith('backup-'))).toEqual([]);
  expect(readdirSync(join(folder, 'backups'))).toEqual(['whole.tar.gz']);
});

test('into an empty place', async () => {
  const { data } = filled('moved');
  const out = join(folder, 'moved.tar.gz');
  await backUp(data, out, quiet);
  const fresh = join(folder, 'fresh', 'data');
  mkdirSync(join(folder, 'fresh'));
  expect((await restore(out, fresh, migrations, quiet)).before).toBeNull();
  expect(namesIn(fresh)).toEqual(['first', 'second']);
});

function holdsTheSame(changed: Uint8Array, good: Uint8Array): boolean {
  try {
    return gunzipSync(changed).equals(gunzipSync(good));
  } catch {
    return false;
  }
}

test('damaged, cut off and foreign files are refused with a sentence, and nothing is changed', async () => {
  const { data } = filled('damaged');
  const out = join(folder, 'damaged.tar.gz');
  await backUp(data, out, quiet);
  const good = readFileSync(out);
  const refused = async (bytes: Uint8Array): Promise<string> => {
    writeFileSync(out, bytes);
    const problem: unknown = await restore(out, data, migrations, quiet).catch((error: unknown) => error);
    expect(problem).toBeInstanceOf(Error);
    return (problem as Error).message;
  };
  const flipped = (at: number): Buffer => {
    const bytes = Buffer.from(good);
    bytes[at] ^= 0x5a;
    return bytes;
  };
  // A changed byte may leave all content as it was (another way to write the same run): that is no damage.
  const damaged = Array.from({ length: 23 }, (_, k) => flipped(Math.floor((good.length * (k + 1)) / 24))).filter(
    (bytes) => !holdsTheSame(bytes, good),
  );
  expect(damaged.length).toBeGreaterThan(8);
  for (const bytes of damaged) expect(await refused(bytes)).toMatch(/backup/);
  expect(await refused(good.subarray(0, good.length / 2))).toMatch(/backup/);
  expect(await refused(Buffer.from('nonsense'.repeat(100)))).toMatch(/backup/);
  expect(await refused(new Uint8Array(0))).toMatch(/backup/);
  expect(namesIn(data)).toEqual(['first', 'second']);
  expect(readdirSync(folder).filter((name) => name.includes('restoring') || name.startsWith('damaged.before'))).toEqual(
    [],
  );
  await expect(restore(join(folder, 'none.tar.gz'), data, migrations, quiet)).rejects.toThrow('There is no file');
});

test('a backup made by hand that names places outside is refused before anything is written there', async () => {
  const hostile = join(folder, 'hostile');
  mkdirSync(join(hostile, 'runs', 'r'), { recursive: true });
  const evil = Buffer.from('evil');
  const sha256 = createHash('sha256').update(evil).digest('hex');
  writeFileSync(join(hostile, 'evil'), evil);
  writeFileSync(join(hostile, 'runs', 'r', 'x'), evil);
  const make = async (path: string, entries: string[]): Promise<string> => {
    const files = [{ path, bytes: 4, sha256 }];
    const list = { kind: 'inky-veil-backup', version: 1, made: '', store: 1, pieces: 0, files };
    writeFileSync(join(hostile, manifestName), JSON.stringify(list));
    const file = join(folder, 'hostile.tar.gz');
    await create({ file, cwd: hostile, gzip: true, preservePaths: true }, [manifestName, ...entries]);
    return file;
  };
  const target = join(folder, 'target');
  for (const [path, entries] of [
    ['runs/r/../../../../evil', ['evil']],
    ['../evil', ['evil']],
    ['/tmp/evil', ['evil']],
    ['runs/r/x', ['runs/r/x', 'evil']],
    ['runs/r/x', ['runs/r/x', 'runs/r/x']],
    ['runs/r/x', []],
  ] as const)
    await expect(restore(await make(path, [...entries]), target, migrations, quiet)).rejects.toThrow(/backup/);
  expect(existsSync(target)).toBe(false);
});

test('a missing file is named, and no backup is made; a folder that is served is replaced by its server, or not at all', async () => {
  const { data, sha256 } = filled('missing');
  const out = join(folder, 'missing.tar.gz');
  await backUp(data, out, quiet);
  const giveBack = takeFolder(data);
  // Another process has it: this test runs as one that only pretends to.
  writeFileSync(join(data, 'server.lock'), `${process.ppid}\n`);
  writeFileSync(join(data, 'access-keys.json'), 'digests');
  const asked: string[] = [];
  let refuses = true;
  const end = watchForChangeOver(data, stagingOf(data), (staging) => {
    asked.push(staging);
    return refuses ? Promise.reject(new Error('Not now.')) : Promise.resolve(exchange(staging, data));
  });
  await expect(restore(out, data, migrations, quiet)).rejects.toThrow('Not now.');
  expect(existsSync(join(data, 'server.lock'))).toBe(true);
  refuses = false;
  const { before } = await restore(out, data, migrations, quiet);
  expect(asked).toHaveLength(2);
  expect(readFileSync(join(before!, 'server.lock'), 'utf8')).toBe(`${process.ppid}\n`);
  // Who may come in stays as it was: a backup holds no secrets.
  expect(readFileSync(join(data, 'access-keys.json'), 'utf8')).toBe('digests');
  // Nothing of the asking is left, and no other folder may be put in its place.
  const beside = (): string[] => readdirSync(folder).filter((name) => /missing\.(change|restoring)/.test(name));
  expect(beside()).toEqual([]);
  await expect(askToChangeOver(data, join(folder, 'elsewhere'), process.ppid)).rejects.toThrow('no folder');
  end();
  giveBack();
  rmSync(join(data, 'assets', sha256));
  rmSync(join(data, 'pyramids', `${sha256}.levels`));
  rmSync(out);
  await expect(backUp(data, out, quiet)).rejects.toThrow(sha256);
  expect(existsSync(out)).toBe(false);
});
