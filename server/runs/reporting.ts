import { rmSync, statSync } from 'node:fs';
import { isClean } from '../../core/runs/flags';
import type { ReportOrder, ReportedRow } from '../formats/runReport';
import { mostPictures } from '../formats/runReport';
import type { JobState } from '../jobs/jobs';
import { Problem } from '../problem';
import type { ExportResult } from '../routes/jobs';
import type { Studio } from '../studio';
import { byWorst } from './report';
import type { StoredRow, StoredRun } from './store';

/** What the report is made of. */
export function reportOrder(studio: Studio, run: StoredRun, out: string): ReportOrder {
  const rows = studio.runs.rows(run.id);
  const counted = (is: (row: StoredRow) => boolean): string => rows.filter(is).length.toLocaleString('en');
  const { columns } = run.settings;
  const facts = [
    `Made from ${studio.pieces.get(run.piece).piece.name}, ${new Date().toISOString().slice(0, 10)}`,
    `${rows.length.toLocaleString('en')} rows: ${counted(({ flags }) => isClean(flags))} clean, ${counted(({ approved }) => approved)} approved, ${counted(({ file }) => file !== null)} made`,
    ...(rows.length > mostPictures
      ? [`The first ${mostPictures.toLocaleString('en')} rows come with their pictures.`]
      : []),
  ];
  return {
    title: run.name,
    facts,
    rows: byWorst(rows).map(({ row, number }): ReportedRow => ({
      number,
      values: columns.map((column) => row.cells[column] ?? ''),
      state: row.approved ? 'approved' : 'not approved',
      says: row.flags.map(({ says }) => says),
      file: row.file,
      picture: studio.runWorks.pictureOf(run.id, row),
    })),
    faces: studio.assets.list('face').map((asset) => ({
      path: studio.files.asset(asset.sha256),
      coverage: studio.faces.with(asset).facts.coverage,
    })),
    out,
  };
}

/** Writes the report of a run, in a process of its own; the file is fetched as that of an export. @throws Problem 409 */
export function startReport(studio: Studio, run: StoredRun): JobState {
  const { files, jobs, runs } = studio;
  if (runs.rows(run.id).length === 0) throw new Problem(409, 'This run has no rows yet.');
  if (jobs.list(run.id).some(({ state, kind }) => state === 'running' && kind === 'export'))
    throw new Problem(409, 'Something of this run is being made already. Wait for it or cancel it.');
  const out = files.working();
  const started = performance.now();
  const { sheet } = studio.pieces.get(run.piece).piece;
  const job = jobs.start(
    'export',
    run.id,
    'reportChild.js',
    reportOrder(studio, run, out),
    ({ pages }: { pages: number }): ExportResult => {
      const to = files.export(job.state.id, 'pdf');
      files.move(out, to);
      return {
        fileName: `${run.name} report.pdf`,
        format: 'pdf',
        bytes: statSync(to).size,
        width: sheet.width,
        height: sheet.height,
        renderMs: performance.now() - started,
        encodeMs: 0,
        peakBytes: 0,
        notes: [`${pages} ${pages === 1 ? 'page' : 'pages'}`],
      };
    },
    () => rmSync(out, { force: true }),
  );
  return job.state;
}
