// npm run bench [-- GROUP]
import { build, install, needNode } from './prepare.mjs';

needNode();
install();
build();
const { runProgram } = await import('./bundled.mjs');
await runProgram('bench/run.ts');
