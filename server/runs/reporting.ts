import { isClean } from '../../core/runs/flags';
import type { ReportOrder, ReportedRow } from '../formats/runReport';
import { mostPictures } from '../formats/runReport';
import type { JobState } from '../jobs/jobs';
import { Problem } from '../problem';
import type { Studio } from '../studio';
import { byWorst } from './report';
import { startRunFile } from './runFile';
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

/** Writes the report of a run, in a process of its own. @throws Problem 409 */
export function startReport(studio: Studio, run: StoredRun): JobState {
  if (studio.runs.rows(run.id).length === 0) throw new Problem(409, 'This run has no rows yet.');
  return startRunFile(studio, run, {
    script: 'reportChild.js',
    order: reportOrder(studio, run, studio.files.working()),
    name: `${run.name} report.pdf`,
    says: ({ pages }: { pages: number }) => [`${pages} ${pages === 1 ? 'page' : 'pages'}`],
  });
}
