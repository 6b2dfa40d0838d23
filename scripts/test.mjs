// npm test: installs what is missing, then type check, lint and format side by side, unit tests and browser tests.
// The last line is "N passed, N failed"; type check, lint and format count as one test each.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build, install, needNode, root } from './prepare.mjs';

needNode();
install();
needChromium();
needRedis();
build();

/** Longer than any step takes: one that hangs counts as failed. */
const limitMs = 60 * 60 * 1000;
const results = mkdtempSync(join(tmpdir(), 'inky-veil-results-'));
let passed = 0;
let failed = 0;

await Promise.all([
  step('Type check', 'typescript/bin/tsc', ['--noEmit']),
  step('Lint', 'eslint/bin/eslint.js', ['.', '--max-warnings', '0']),
  step('Format', 'prettier/bin/prettier.cjs', ['--check', '.', '--log-level', 'warn']),
]);
tests('Unit tests', 'jest.config.mjs');
tests('Browser tests', 'jest.browser.config.mjs');

rmSync(results, { recursive: true, force: true });
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);

function node(args) {
  return spawnSync(process.execPath, args, { cwd: root, stdio: 'inherit', timeout: limitMs, killSignal: 'SIGKILL' })
    .status;
}

/** Runs a program of a package; what it says is shown when it has ended. */
function step(name, program, args) {
  return new Promise((resolve) => {
    const said = [];
    const child = spawn(process.execPath, [join(root, 'node_modules', program), ...args], {
      cwd: root,
      timeout: limitMs,
      killSignal: 'SIGKILL',
    });
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => said.push(chunk));
    child.on('close', (status) => {
      console.log(`\n${name}: ${status === 0 ? 'passed' : 'failed'}`);
      process.stdout.write(Buffer.concat(said));
      if (status === 0) passed++;
      else failed++;
      resolve();
    });
  });
}

function tests(name, config) {
  console.log(`\n${name}`);
  const file = join(results, `${config}.json`);
  node([
    '--experimental-vm-modules',
    '--no-warnings',
    join(root, 'node_modules/jest/bin/jest.js'),
    '--config',
    config,
    '--json',
    '--outputFile',
    file,
    '--silent=false',
  ]);
  if (!existsSync(file)) {
    failed++;
    return;
  }
  const result = JSON.parse(readFileSync(file, 'utf8'));
  passed += result.numPassedTests;
  // A test file that cannot even be loaded counts as one failure.
  failed += result.numFailedTests + result.numRuntimeErrorTestSuites;
}

/** Browser tests need a Chromium; Debian's is installed when there is none and this user may. */
function needChromium() {
  const known = [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];
  if (known.some((path) => path && existsSync(path))) return;
  if (process.platform !== 'linux' || process.getuid?.() !== 0) {
    console.error('The browser tests need Chromium. Install it, or name one in CHROMIUM.');
    process.exit(1);
  }
  console.log('Installing Chromium');
  const status = debian('chromium');
  if (status !== 0) process.exit(status);
}

/** The tests of workers start a Redis; Debian's is installed where this user may. Without one they are left out. */
function needRedis() {
  if (['/usr/bin/redis-server', '/usr/local/bin/redis-server'].some((path) => existsSync(path))) return;
  const mayInstall = process.platform === 'linux' && process.getuid?.() === 0;
  if (mayInstall) console.log('Installing Redis');
  if (!mayInstall || debian('redis-server') !== 0)
    console.error('There is no redis-server: the tests of workers on Redis are left out.');
}

/** Installs one of Debian's packages. @returns 0 where it is there */
function debian(name) {
  for (const args of [['update'], ['install', '-y', '--no-install-recommends', name]]) {
    const { status } = spawnSync('apt-get', args, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
    if (status !== 0) return status ?? 1;
  }
  return 0;
}
