// npm run screenshots
import { build, install, needNode } from './prepare.mjs';

needNode();
install();
build();
const { runProgram } = await import('./bundled.mjs');
await runProgram('e2e/screenshots.ts');
