// Before all browser tests: the demo plates and pieces are prepared once; every test file works on a copy of its own.
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { layFlat } from './flat.mjs';

export default async function setUp() {
  const data = mkdtempSync(join(tmpdir(), 'inky-veil-prepared-'));
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, NODE_OPTIONS: '', PORT: '0', INKY_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((resolve, reject) => {
    child.stdout.on('data', (chunk) => chunk.toString().includes('is ready') && resolve());
    child.on('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
  });
  const ended = new Promise((resolve) => child.on('exit', resolve));
  child.kill('SIGTERM');
  await ended;
  layFlat(data);
  process.env.INKY_PREPARED = data;
}
