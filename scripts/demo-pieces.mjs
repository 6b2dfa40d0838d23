// npm run demo-pieces: cuts the demo pieces' veils anew and writes demo/pieces/.
import { install, needNode } from './prepare.mjs';

needNode();
install();
const { runProgram } = await import('./bundled.mjs');
await runProgram('demo/makePieces.ts');
