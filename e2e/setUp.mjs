// Before all browser tests: the demo plates and pieces are prepared and measured once; every test file works on a copy of
// its own.
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { layFlat } from './flat.mjs';

export default async function setUp({ testPathPatterns }) {
  const data = mkdtempSync(join(tmpdir(), 'inky-veil-prepared-'));
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, NODE_OPTIONS: '', PORT: '0', INKY_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise((resolve, reject) => {
    child.stdout.on('data', (chunk) => {
      const ready = /is ready at (\S+)/.exec(chunk.toString());
      if (ready) resolve(ready[1]);
    });
    child.on('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
  });
  // Who runs one file does not wait for all plates: it measures what it opens, as ever.
  if (testPathPatterns.patterns.length === 0) await measurePlates(url);
  const ended = new Promise((resolve) => child.on('exit', resolve));
  child.kill('SIGTERM');
  await ended;
  layFlat(data);
  process.env.INKY_PREPARED = data;
}

/** Asks for the survey of every plate until all have been taken: two dozen files would each measure the same ones. */
async function measurePlates(url) {
  const { plates } = await (await fetch(`${url}/api/plates`)).json();
  for (const { sha256 } of plates) {
    for (let isComplete = false; !isComplete;) {
      const state = await (await fetch(`${url}/api/surveys?plate=${sha256}`)).json();
      if (state.problem) break;
      isComplete = state.isComplete;
      if (!isComplete) await new Promise((again) => setTimeout(again, 250));
    }
  }
}
