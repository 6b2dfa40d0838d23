import { mkdtempSync, openSync, closeSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Problem, problemOf } from './problem';
import { writeWhole } from './store/writeWhole';

test('a full disk is named as such, whoever ran into it', () => {
  const full = [
    Object.assign(new Error('ENOSPC: no space left on device, write'), { code: 'ENOSPC' }),
    Object.assign(new Error('database or disk is full'), { code: 'SQLITE_FULL' }),
    // As the picture library reports it, without a code.
    new Error('wbuffer_write: write failed\nunix error: No space left on device'),
  ];
  for (const error of full)
    expect(problemOf(error)).toMatchObject({ status: 507, message: expect.stringMatching(/disk is full/) });
});

test('a data folder that cannot be written to is named as such', () => {
  for (const code of ['EACCES', 'EROFS', 'SQLITE_READONLY'])
    expect(problemOf(Object.assign(new Error('refused'), { code }))).toMatchObject({
      status: 507,
      message: expect.stringMatching(/cannot be written/),
    });
});

test('a problem is told as it is; of any other error there is nothing to tell', () => {
  const own = new Problem(404, 'There is no such piece.');
  expect(problemOf(own)).toBe(own);
  expect(problemOf(new Error('read ECONNRESET'))).toBeNull();
});

test('bytes are written to their places, in any order', () => {
  const folder = mkdtempSync(join(tmpdir(), 'inky-write-'));
  const path = join(folder, 'file');
  const file = openSync(path, 'w');
  writeWhole(file, Uint8Array.of(4, 5, 6), 3);
  writeWhole(file, Uint8Array.of(1, 2, 3), 0);
  writeWhole(file, new Uint8Array(0), 9);
  closeSync(file);
  expect([...readFileSync(path)]).toEqual([1, 2, 3, 4, 5, 6]);
  rmSync(folder, { recursive: true });
});
