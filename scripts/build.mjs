// Builds the page (Vite) and the server with its workers (esbuild) into build/.
import { build as bundle } from 'esbuild';
import { cpSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { build as buildPage } from 'vite';
import { compileKernels } from './kernels.mjs';
import { root } from './prepare.mjs';

// Whoever asks for the build, a test among them: what is shipped is what is tested, and fast.
process.env.NODE_ENV = 'production';

await compileKernels();

await bundle({
  entryPoints: {
    main: join(root, 'server/main.ts'),
    tileWorker: join(root, 'server/render/tileWorker.ts'),
    importChild: join(root, 'server/jobs/importChild.ts'),
    faceChild: join(root, 'server/jobs/faceChild.ts'),
    bundleChild: join(root, 'server/jobs/bundleChild.ts'),
    fineChild: join(root, 'server/jobs/fineChild.ts'),
    drawingChild: join(root, 'server/codecs/drawingChild.ts'),
    edgeWorker: join(root, 'server/cutting/edgeWorker.ts'),
    cutWorker: join(root, 'server/cutting/cutWorker.ts'),
    exportChild: join(root, 'server/jobs/exportChild.ts'),
    reportChild: join(root, 'server/jobs/reportChild.ts'),
    printChild: join(root, 'server/jobs/printChild.ts'),
    runChild: join(root, 'server/jobs/runChild.ts'),
    tableChild: join(root, 'server/jobs/tableChild.ts'),
    surveyChild: join(root, 'server/jobs/surveyChild.ts'),
    surveyWorker: join(root, 'server/survey/surveyWorker.ts'),
    roughsChild: join(root, 'server/jobs/roughsChild.ts'),
    thingWorker: join(root, 'server/roughs/thingWorker.ts'),
    render: join(root, 'server/cli/render.ts'),
    roughs: join(root, 'server/cli/roughs.ts'),
    series: join(root, 'server/cli/series.ts'),
    survey: join(root, 'server/cli/survey.ts'),
    worker: join(root, 'server/cli/worker.ts'),
    desk: join(root, 'server/cli/desk.ts'),
    cut: join(root, 'server/cli/cut.ts'),
    backup: join(root, 'server/cli/backup.ts'),
    restore: join(root, 'server/cli/restore.ts'),
  },
  outdir: join(root, 'build/server'),
  bundle: true,
  packages: 'external',
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  logLevel: 'warning',
});
await buildPage({ root: join(root, 'web'), configFile: join(root, 'vite.config.ts'), logLevel: 'warn' });
mkdirSync(join(root, 'build/web/assets'), { recursive: true });
// The shaping library asks for this file beside its own code, under this name.
cpSync(join(root, 'node_modules/harfbuzzjs/dist/harfbuzz.wasm'), join(root, 'build/web/assets/harfbuzz.wasm'));
