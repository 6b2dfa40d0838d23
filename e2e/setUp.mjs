// Before all browser tests: the demo plates and pieces are prepared and measured once; every test file works on a copy of
// its own.
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join, parse } from 'node:path';
import { layFlat } from './flat.mjs';

export default async function setUp({ testPathPatterns }) {
  const data = mkdtempSync(join(tmpdir(), 'inky-veil-prepared-'));
  const port = await freePort();
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    env: { ...process.env, NODE_OPTIONS: '', PORT: String(port), INKY_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await new Promise((resolve, reject) => {
    child.stdout.on('data', (chunk) => chunk.toString().includes('is ready') && resolve());
    child.on('exit', (code) => reject(new Error(`The server ended with ${code}.`)));
  });
  // Who runs one file does not wait for all plates: it measures what it opens, as ever.
  try {
    if (testPathPatterns.patterns.length === 0) await measurePlates(`http://127.0.0.1:${port}`);
  } finally {
    const ended = new Promise((resolve) => child.on('exit', resolve));
    child.kill('SIGTERM');
    await ended;
  }
  layFlat(data);
  process.env.INKY_PREPARED = data;
}

/** A port that nobody listens on. */
const freePort = () =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });

/** Asks for the survey of each demo plate until all have been taken: two dozen files would each measure the same ones. */
async function measurePlates(url) {
  const plates = await (await fetch(`${url}/api/assets?kind=plate`)).json();
  const shipped = new Set(readdirSync('demo/plates').map((file) => parse(file).name));
  for (const { sha256 } of plates.filter(({ name }) => shipped.has(name))) {
    for (let isComplete = false; !isComplete;) {
      const state = await (await fetch(`${url}/api/surveys?plate=${sha256}`)).json();
      if (state.problem) break;
      isComplete = state.isComplete;
      if (!isComplete) await new Promise((again) => setTimeout(again, 250));
    }
  }
}
