// Compiles core/kernels (AssemblyScript, SIMD) into core/kernels/compiled.ts, which is not kept in the repository.
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import asc from 'assemblyscript/asc';
import { compiledKernels, root } from './prepare.mjs';

const binary = 'build/kernels.wasm';

export async function compileKernels() {
  mkdirSync(join(root, 'build'), { recursive: true });
  rmSync(join(root, binary), { force: true });
  const { error, stderr } = await asc.main([
    'core/kernels/assembly.ts',
    '--outFile',
    binary,
    '-O3',
    '--enable',
    'simd',
    '--runtime',
    'stub',
    '--noAssert',
    '--baseDir',
    root,
  ]);
  // A crash of the compiler itself is not always told as an error.
  if (error || !existsSync(join(root, binary))) {
    console.error(stderr.toString());
    process.exit(1);
  }
  const code = readFileSync(join(root, binary)).toString('base64');
  const source = `// Made by scripts/kernels.mjs.\nexport const compiled =\n  '${code}';\n`;
  if (!existsSync(compiledKernels) || readFileSync(compiledKernels, 'utf8') !== source)
    writeFileSync(compiledKernels, source);
}

if (process.argv[1] === import.meta.filename) await compileKernels();
