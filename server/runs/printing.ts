import { join } from 'node:path';
import { impose, type PrintSheet } from '../../core/formats/imposition';
import { trimOf } from '../../core/formats/paper';
import type { PrintOrder } from '../formats/printSheets';
import type { JobState } from '../jobs/jobs';
import { Problem } from '../problem';
import type { Studio } from '../studio';
import { startRunFile } from './runFile';
import type { StoredRun } from './store';

/**
 * Lays what a run has made on sheets of paper, in a process of its own; the file is fetched as that of an export.
 * @throws Problem 409 where nothing is made, 422 where files are no PDFs or do not fit
 */
export function startPrintSheets(studio: Studio, run: StoredRun, sheet: PrintSheet): JobState {
  const { runs, runWorks, files } = studio;
  const { output } = run.settings;
  if (output.format !== 'pdf')
    throw new Problem(422, 'Print sheets are made of PDFs. Choose PDF for the files of this run, and make them.');
  const rows = runs.rows(run.id);
  const wanted = new Map(runWorks.wanted(run.id).map(({ row, key }) => [row, key]));
  const made = rows.flatMap((row, i) =>
    row.file !== null && row.madeFor === wanted.get(row.id) ? [{ row, number: i + 1 }] : [],
  );
  if (made.length === 0) throw new Problem(409, 'No file of this run is made as it is now. Make them first.');
  const { sheet: own } = studio.pieces.get(run.piece).piece;
  const trim = trimOf(own);
  const problem = impose(trim, sheet, output.bleed);
  if (typeof problem === 'string') throw new Problem(422, problem);
  const out = files.working();
  const order: PrintOrder = {
    title: run.name,
    sheet,
    trim,
    bleed: output.bleed,
    out,
    rows: made.map(({ row, number }) => ({
      path: join(runWorks.folder(run.id, 'files'), row.file!),
      code: `/runs/${run.id}?row=${row.id}`,
      label: `row ${number}`,
    })),
  };
  return startRunFile(studio, run, {
    script: 'printChild.js',
    order,
    name: `${run.name} print sheets.pdf`,
    says: ({ papers, each, notes }: { papers: number; each: number; notes: string[] }) => [
      `${papers} ${papers === 1 ? 'sheet' : 'sheets'} of ${sheet.paper}, ${each} on each: ${made.length} of ${rows.length} rows.`,
      ...notes,
    ],
  });
}
