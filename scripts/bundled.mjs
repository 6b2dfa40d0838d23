// Bundles one of our TypeScript programs and runs it in the project's folder.
import { build as bundle } from 'esbuild';
import { join } from 'node:path';
import { root } from './prepare.mjs';

export async function runProgram(source) {
  process.chdir(root);
  const outfile = join(root, 'build', `${source.replace(/\W+/g, '-')}.mjs`);
  await bundle({
    entryPoints: [join(root, source)],
    outfile,
    bundle: true,
    packages: 'external',
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'warning',
  });
  await import(outfile);
}
