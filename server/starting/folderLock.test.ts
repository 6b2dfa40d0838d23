import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { servedBy, takeFolder } from './folderLock';

const folder = mkdtempSync(join(tmpdir(), 'inky-lock-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

test('a folder is taken and given back', () => {
  const giveBack = takeFolder(folder);
  expect(readFileSync(join(folder, 'server.lock'), 'utf8')).toMatch(new RegExp(`^${process.pid} \\d*\n$`));
  giveBack();
  expect(existsSync(join(folder, 'server.lock'))).toBe(false);
});

test('a folder that another process serves is refused, with who has it; after it was killed it can be taken', async () => {
  const other = spawn(process.execPath, ['-e', 'setInterval(() => undefined, 1000)']);
  const ended = new Promise((resolve) => other.on('exit', resolve));
  writeFileSync(join(folder, 'server.lock'), `${other.pid}\n`);
  expect(servedBy(folder)).toBe(other.pid);
  expect(() => takeFolder(folder)).toThrow(`process ${other.pid}`);
  // A number that was given to another process since then is nobody's.
  writeFileSync(join(folder, 'server.lock'), `${other.pid} 1\n`);
  expect(servedBy(folder)).toBeNull();
  other.kill('SIGKILL');
  await ended;
  expect(servedBy(folder)).toBeNull();
  takeFolder(folder)();
});

test('a lock that cannot be read is no lock', () => {
  // The last is the beginning of another number, as a loss of power leaves it: the process that has it is not meant.
  for (const text of ['', 'nonsense\n', `${process.ppid}`]) {
    writeFileSync(join(folder, 'server.lock'), text);
    expect(servedBy(folder)).toBeNull();
  }
  takeFolder(folder)();
});
