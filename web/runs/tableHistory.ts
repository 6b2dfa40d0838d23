import type { RunRow, TableEdit } from '../api/runs';

/** One change of the table that can be taken back. */
export interface TableStep {
  label: string;
  edits: TableEdit[];
  inverse: TableEdit[];
}

/** A row as a person has just typed it. */
const newRow = (id: number, cells: Record<string, string>): RunRow => ({
  id,
  cells,
  approved: false,
  flags: [],
  weight: 0,
  solvedFor: null,
  isFresh: false,
  file: null,
  byHand: false,
});

/** Rows after changes of the table, as the store will have them. */
export function afterEdits(rows: readonly RunRow[], edits: readonly TableEdit[]): RunRow[] {
  return edits.reduce<RunRow[]>(
    (now, edit) => {
      if (edit.kind === 'cells')
        return now.map((row) =>
          row.id === edit.row
            ? { ...row, cells: { ...row.cells, ...edit.cells }, approved: false, isFresh: false }
            : row,
        );
      if (edit.kind === 'remove') {
        const gone = new Set(edit.rows);
        return now.filter(({ id }) => !gone.has(id));
      }
      if (edit.kind === 'approve') {
        const meant = new Set(edit.rows);
        return now.map((row) => (meant.has(row.id) ? { ...row, approved: edit.approved } : row));
      }
      let next = Math.max(0, ...now.map(({ id }) => id)) + 1;
      const added = edit.rows.map(({ row, cells }) => newRow(row ?? next++, cells));
      return [...now, ...added].sort((a, b) => a.id - b.id);
    },
    [...rows],
  );
}

/** A value of a row; null where it says the same already. */
export function cellStep(row: RunRow, column: string, value: string): TableStep | null {
  const before = row.cells[column] ?? '';
  if (before === value) return null;
  return {
    label: `Change ${column}`,
    edits: [{ kind: 'cells', row: row.id, cells: { [column]: value } }],
    inverse: [{ kind: 'cells', row: row.id, cells: { [column]: before } }],
  };
}

/** An empty row at the end. */
export function addStep(rows: readonly RunRow[]): TableStep {
  const id = Math.max(0, ...rows.map((row) => row.id)) + 1;
  return {
    label: 'Add a row',
    edits: [{ kind: 'add', rows: [{ row: id, cells: {} }] }],
    inverse: [{ kind: 'remove', rows: [id] }],
  };
}

export function removeStep(rows: readonly RunRow[]): TableStep {
  return {
    label: rows.length === 1 ? 'Remove a row' : `Remove ${rows.length} rows`,
    edits: [{ kind: 'remove', rows: rows.map(({ id }) => id) }],
    inverse: [{ kind: 'add', rows: rows.map(({ id, cells }) => ({ row: id, cells })) }],
  };
}

/** @param rows those that are not so yet */
export function approveStep(rows: readonly RunRow[], approved: boolean): TableStep {
  const ids = rows.filter((row) => row.approved !== approved).map(({ id }) => id);
  const what = ids.length === 1 ? 'a row' : `${ids.length} rows`;
  return {
    label: approved ? `Approve ${what}` : `Take back the approval of ${what}`,
    edits: [{ kind: 'approve', rows: ids, approved }],
    inverse: [{ kind: 'approve', rows: ids, approved: !approved }],
  };
}
