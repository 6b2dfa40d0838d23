// npm run demo-series: draws the exhibitors' pictures anew and writes their table.
import { install, needNode } from './prepare.mjs';

needNode();
install();
const { runProgram } = await import('./bundled.mjs');
await runProgram('demo/makeSeries.ts');
