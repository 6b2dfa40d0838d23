import { build, install, needNode } from './prepare.mjs';
import { runProgram } from './bundled.mjs';

needNode();
install();
build();
await runProgram('scripts/formatDocs.ts');
