import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { openMaterials } from '../core/graph/materials';
import { fillRow } from '../core/runs/fill';
import { proposeSlots } from '../core/runs/propose';
import { runSchema } from '../core/runs/settings';
import { slotSchema } from '../core/runs/slots';
import { matchColumns } from '../core/runs/table/matchColumns';
import { readDelimited, type Table } from '../core/runs/table/readTable';
import { folderBundle, takeInBundle } from '../server/bundles';
import { fileLibrary } from '../server/render/fileLibrary';
import { ownHands } from '../server/runs/ownHands';
import { RunWorks } from '../server/runs/works';
import { seedFaces } from '../server/seed';
import { Studio } from '../server/studio';
import { printValue, timed } from './rows';

const exhibitors = readDelimited(readFileSync('demo/series/exhibitors.csv'));

/** So many rows, by the exhibitors' table over and over, no two alike. */
const rowsOf = (count: number): Table => ({
  ...exhibitors,
  rows: Array.from({ length: count }, (_, i) => {
    const [name, ...rest] = exhibitors.rows[i % exhibitors.rows.length];
    return [`${name} ${Math.floor(i / exhibitors.rows.length) + 1}`, ...rest];
  }),
});

interface Bench {
  studio: Studio;
  series: string;
  letters: string;
}

async function newRun({ studio }: Bench, piece: string, table: Table, side: number | null): Promise<string> {
  const slots = proposeSlots(studio.pieces.get(piece).piece).filter(({ kind }) => kind === 'words');
  const matched = matchColumns(slots, table.columns);
  const run = studio.runs.create(
    piece,
    'bench',
    runSchema.parse({ slots, columns: table.columns, matched, output: { side } }),
  );
  studio.runs.fill(run, table, false);
  return Promise.resolve(run);
}

/** Resident memory of the processes that work at rows, MB. */
function childMemory(): number {
  const lines = execFileSync('ps', ['-eo', 'rss,args']).toString().split('\n');
  return (
    lines.filter((line) => line.includes('runChild.js')).reduce((sum, line) => sum + Number.parseInt(line, 10), 0) /
    1024
  );
}

/** Rows solved and made in a minute, one process and two; memory over many rows; names fitted alone. */
export async function benchRuns(): Promise<void> {
  const data = mkdtempSync(join(tmpdir(), 'inky-runs-bench-'));
  const studio = new Studio({ root: resolve('.'), data, host: '127.0.0.1', port: 0 });
  try {
    await seedFaces(studio, 'demo');
    const take = async (name: string): Promise<string> =>
      studio.pieces.create(await takeInBundle(folderBundle('demo', `pieces/${name}.json`), studio.intake));
    const bench: Bench = { studio, series: await take('series'), letters: await take('picture-letters') };
    for (const lanes of [1, 2]) await benchLanes(bench, lanes);
    await benchLarge(bench);
    await benchMemory(bench);
    await benchNames(bench);
  } finally {
    studio.close();
    rmSync(data, { recursive: true, force: true });
  }
}

async function worked(works: RunWorks, run: string, kind: 'solve' | 'make'): Promise<number> {
  const { ms } = await timed(async () => {
    works.start(run, { kind, rows: null });
    await works.ended(run);
  });
  return ms;
}

function approveAll({ studio }: Bench, run: string): number {
  const rows = studio.runs.rows(run).map(({ id }) => id);
  studio.runs.edit(run, [{ kind: 'approve', rows, approved: true }]);
  return rows.length;
}

async function benchLanes(bench: Bench, lanes: number): Promise<void> {
  const works = new RunWorks(bench.studio, ownHands(bench.studio.buildFolder, lanes));
  const run = await newRun(bench, bench.series, rowsOf(120), 1500);
  const processes = lanes === 1 ? 'one process' : `${lanes} processes`;
  printValue(
    `runs, Series: rows a minute solved, ${processes}`,
    (120 * 60_000) / (await worked(works, run, 'solve')),
    'rows/min',
  );
  const count = approveAll(bench, run);
  printValue(
    `runs, Series: files a minute at 1500 px, ${processes}`,
    (count * 60_000) / (await worked(works, run, 'make')),
    'files/min',
  );
}

async function benchLarge(bench: Bench): Promise<void> {
  const works = new RunWorks(bench.studio, ownHands(bench.studio.buildFolder, 2));
  const run = await newRun(bench, bench.letters, rowsOf(8), null);
  await worked(works, run, 'solve');
  approveAll(bench, run);
  printValue(
    'runs, Picture letters: files a minute at 13 x 19 in, 300 ppi',
    (8 * 60_000) / (await worked(works, run, 'make')),
    'files/min',
  );
}

async function benchMemory(bench: Bench): Promise<void> {
  const works = new RunWorks(bench.studio, ownHands(bench.studio.buildFolder, 2));
  const run = await newRun(bench, bench.series, rowsOf(2000), null);
  const seen: number[] = [];
  let done = 0;
  const stop = works.follow(run, ({ rows }) => {
    if (rows.length > 0 && ++done % 200 === 0) seen.push(childMemory());
  });
  const ms = await worked(works, run, 'solve');
  stop();
  printValue('runs, Series: 2,000 rows solved', ms / 1000, 's');
  printValue('runs, memory of both processes after 200 rows', seen[0] ?? NaN, 'MB');
  printValue('runs, memory of both processes after 1,800 rows', seen[8] ?? NaN, 'MB');
}

/** 10,000 names fitted with every way to lock them up (goal 60 s). */
async function benchNames({ studio, series }: Bench): Promise<void> {
  const { piece } = studio.pieces.get(series);
  const library = fileLibrary(studio.config.data, studio.shapesOf(piece));
  const slot = slotSchema.parse({ kind: 'words', id: 'a', name: 'Name', lettering: 'lettering-1', fit: 'lockup' });
  const faces = studio.assets.list('face').map((asset) => studio.faces.with(asset));
  const tools = {
    faces,
    picture: () => 'none',
    recipe: () => null,
    open: (assets: typeof piece.assets) => openMaterials(assets, library),
  };
  const names = rowsOf(10_000).rows.map(([name]) => name);
  const { ms } = await timed(async () => {
    for (const name of names) await fillRow(piece, [slot], { a: name }, tools);
  });
  printValue('runs: 10,000 names fitted in every lockup', ms / 1000, 's (goal 60)');
}
