import { writeDelimited } from '../../core/runs/table/readTable';
import type { StoredRow, StoredRun } from './store';

/** Rows with their numbers, the worst first. */
export const byWorst = (rows: readonly StoredRow[]): { row: StoredRow; number: number }[] =>
  rows.map((row, i) => ({ row, number: i + 1 })).sort((a, b) => b.row.weight - a.row.weight || a.number - b.number);

/** What there is to say of every row, as a table: the worst first. */
export function reportOf({ settings }: StoredRun, rows: readonly StoredRow[]): string {
  return writeDelimited(
    ['row', ...settings.columns, 'approved', 'file', 'what to look at'],
    byWorst(rows).map(({ row, number }) => [
      String(number),
      ...settings.columns.map((column) => row.cells[column] ?? ''),
      row.approved ? 'yes' : 'no',
      row.file ?? '',
      row.flags.map(({ says }) => says).join(' '),
    ]),
  );
}
