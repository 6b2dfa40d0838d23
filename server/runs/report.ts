import { writeDelimited } from '../../core/runs/table/readTable';
import type { StoredRow, StoredRun } from './store';

/** What there is to say of every row, as a table: the worst first. */
export function reportOf({ settings }: StoredRun, rows: readonly StoredRow[]): string {
  const numbered = rows.map((row, i) => ({ row, number: i + 1 }));
  numbered.sort((a, b) => b.row.weight - a.row.weight || a.number - b.number);
  return writeDelimited(
    ['row', ...settings.columns, 'approved', 'file', 'what to look at'],
    numbered.map(({ row, number }) => [
      String(number),
      ...settings.columns.map((column) => row.cells[column] ?? ''),
      row.approved ? 'yes' : 'no',
      row.file ?? '',
      row.flags.map(({ says }) => says).join(' '),
    ]),
  );
}
