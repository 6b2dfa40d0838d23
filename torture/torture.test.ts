import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { lostAnswers } from './answers';
import { Chance } from './chance';
import { damaged } from './damage';
import { damagedFiles } from './damagedFiles';
import { fullDisk, jumpingClock } from './disk';
import { kills, powerLoss } from './kills';
import { Layer } from './layer';
import type { Tally } from './tally';
import { faultOf, preparedFolder } from './victim';

const seed = 5;
const isOver = (): boolean => false;
let prepared: string;
beforeAll(async () => {
  prepared = await preparedFolder();
});

/** Nothing was lost, wrong or hung; what was is told by the failure. */
function expectClean(tally: Tally, leastTried: number): void {
  expect({ ...tally.counts, words: tally.words }).toMatchObject({ lost: 0, wrong: 0, hung: 0, words: [] });
  expect(tally.counts.tried).toBeGreaterThanOrEqual(leastTried);
}

test('the server is killed at random while people work: nothing that was acknowledged is lost', async () => {
  expectClean(await kills({ prepared, seed, kills: 5, isOver }), 5);
});

test('and what was not synced is lost with it: nothing that was acknowledged is among it', async () => {
  expectClean(await powerLoss({ prepared, seed, kills: 5, isOver }), 5);
});

test('on a full disk everything is refused in a sentence, and goes on when there is room', async () => {
  expectClean(await fullDisk({ prepared, seed, times: 4, isOver }), 4);
});

test('a clock that jumps by hours and years changes nothing', async () => {
  expectClean(await jumpingClock({ prepared, seed, times: 4, isOver }), 4);
});

test('damaged files of every kind are used or refused in a sentence', async () => {
  expectClean(await damagedFiles({ prepared, seed, files: 80, isOver }), 80);
});

test('answers that are lost, doubled and late: every change is made once', async () => {
  expectClean(await lostAnswers({ prepared, seed, orders: 80, isOver }), 80);
});

test('damage is the same for the same seed, and mostly does something', () => {
  const bytes = new Chance(1).bytes(500);
  const of = (one: number): Uint8Array => damaged(bytes, new Chance(one));
  expect(of(7)).toEqual(of(7));
  const changed = Array.from({ length: 100 }, (_, k) => !Buffer.from(of(k)).equals(Buffer.from(bytes)));
  expect(changed.filter(Boolean).length).toBeGreaterThan(90);
});

test('answers without a sentence, and such that show the inside, are faults', () => {
  const told = (status: number, message: unknown): string | null =>
    faultOf({ status, text: JSON.stringify({ message }) });
  expect(faultOf({ status: 204, text: '' })).toBeNull();
  expect(told(422, 'This file is empty.')).toBeNull();
  expect(told(500, 'Something went wrong.')).toContain('500');
  expect(told(422, 'no sentence')).toContain('sentence');
  expect(told(422, undefined)).toContain('sentence');
  expect(told(422, 'There is nothing in /tmp/inky-1/working.')).toContain('inside');
});

describe('what lies between a server and its disk', () => {
  const folder = mkdtempSync(join(tmpdir(), 'inky-layered-'));
  const layer = new Layer();
  afterAll(() => {
    layer.remove();
    rmSync(folder, { recursive: true, force: true });
  });
  const run = (code: string): void =>
    void execFileSync(
      process.execPath,
      ['--input-type=module', '-e', `import fs, { writeFileSync, renameSync } from 'node:fs';${code}`],
      {
        env: { ...process.env, ...layer.environment },
        encoding: 'utf8',
        stdio: 'pipe',
      },
    );
  const at = (name: string): string => join(folder, name);
  /** Always what is worst. */
  const worst = Object.assign(new Chance(1), { happens: () => true, whole: (least: number) => least });

  test('what was not synced is lost, its name too; what was is not', () => {
    run(`
      const write = (path, sync) => { const file = fs.openSync(path, 'w'); fs.writeSync(file, 'text'); if (sync) fs.fsyncSync(file); fs.closeSync(file); };
      write(${JSON.stringify(at('kept'))}, true);
      write(${JSON.stringify(at('lost'))}, false);
      writeFileSync(${JSON.stringify(at('flushed'))}, 'text', { flush: true });
      write(${JSON.stringify(at('part'))}, true);
      renameSync(${JSON.stringify(at('part'))}, ${JSON.stringify(at('named'))});
    `);
    expect(layer.losePower(worst)).toBe(2);
    expect(['kept', 'flushed', 'lost'].map((name) => readFileSync(at(name), 'utf8'))).toEqual([
      'text',
      'text',
      '\0\0\0\0',
    ]);
    expect(existsSync(at('named'))).toBe(false);
  });

  test('on a full disk writing fails as the system says it', () => {
    layer.full(1);
    expect(() => run(`writeFileSync(${JSON.stringify(at('full'))}, 'text')`)).toThrow(/ENOSPC/);
    layer.full(0);
    run(`writeFileSync(${JSON.stringify(at('full'))}, 'text')`);
    expect(readFileSync(at('full'), 'utf8')).toBe('text');
  });

  test('a wrong clock is wrong by as much as it is set', () => {
    layer.clock(86_400_000);
    run(
      `if (Math.abs(Date.now() - ${Date.now() + 86_400_000}) > 60000 || new Date().getTime() < ${Date.now() + 3_600_000}) throw new Error('no')`,
    );
    layer.clock(0);
  });
});
