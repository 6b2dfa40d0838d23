// Bundles and runs demo/makePieces.ts.
import { build } from 'esbuild';
import { join } from 'node:path';
import { install, root } from './prepare.mjs';

install();
process.chdir(root);
const outfile = join(root, 'build', 'makePieces.mjs');
await build({ entryPoints: [join(root, 'demo/makePieces.ts')], outfile, bundle: true, packages: 'external', platform: 'node', format: 'esm', logLevel: 'warning' });
await import(outfile);
