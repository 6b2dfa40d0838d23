// npm run torture [-- --seed N] [--minutes M] [--short] [--only PART]
import { build, install, needNode } from './prepare.mjs';

needNode();
install();
build();
const { runProgram } = await import('./bundled.mjs');
await runProgram('torture/run.ts');
