// What every command needs first: the packages installed, and the program built from the sources as they are now.
// Uses nothing but Node itself.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = join(dirname(fileURLToPath(import.meta.url)), '..');

/** Runs a command in the project's folder; ends this process when it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error) console.error(error.message);
  if (status !== 0) process.exit(status ?? 1);
}

export function needNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major > 20 || (major === 20 && minor >= 15)) return;
  console.error(`Inky Veil needs Node 20.15 or newer; this is ${process.versions.node}.`);
  process.exit(1);
}

/** Installs the packages when the lock file has changed since the last time. */
export function install() {
  const mark = join(root, 'node_modules', '.inky-veil-installed');
  const want = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .update(process.versions.modules)
    .digest('hex');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === want) return;
  console.log('Installing packages (the first time this takes some minutes)');
  // Not `npm ci`: it insists on entries for every other platform's optional binaries, which not every registry holds.
  // With --no-save the lock file is followed and left as it is.
  run('npm', ['install', '--no-save', '--include=dev', '--no-audit', '--no-fund'], {
    shell: process.platform === 'win32',
  });
  if (!existsSync(join(root, 'node_modules', 'better-sqlite3', 'build', 'Release', 'better_sqlite3.node'))) {
    run('npm', ['rebuild', 'better-sqlite3', '--foreground-scripts'], { shell: process.platform === 'win32' });
  }
  writeFileSync(mark, want);
}

/** Made by the build from the kernels, beside the sources that use it. */
export const compiledKernels = join(root, 'core', 'kernels', 'compiled.ts');

/** A hash over the sources that the build is made from. */
function sourceMark() {
  const hash = createHash('sha256');
  const add = (path) => {
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name));
    else if (path !== compiledKernels && !/\.test\.tsx?$/.test(path))
      hash.update(path.slice(root.length)).update(readFileSync(path));
  };
  for (const name of [
    'core',
    'server',
    'web',
    'demo/faces/names.ts',
    'scripts/build.mjs',
    'scripts/kernels.mjs',
    'vite.config.ts',
    'package-lock.json',
  ])
    add(join(root, name));
  return hash.digest('hex');
}

/** Builds when a source has changed since the last time. */
export function build() {
  const mark = join(root, 'build', 'mark');
  const want = sourceMark();
  if (existsSync(compiledKernels) && existsSync(mark) && readFileSync(mark, 'utf8') === want) return;
  console.log('Building');
  run(process.execPath, [join(root, 'scripts', 'build.mjs')]);
  mkdirSync(join(root, 'build'), { recursive: true });
  writeFileSync(mark, want);
}
